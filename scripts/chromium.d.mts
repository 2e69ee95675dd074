/** What tests use of the scripts, told to TypeScript. */
export const HEADLESS: { executablePath: string; args: string[] };

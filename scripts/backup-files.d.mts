export function backUp(url: string, file: string): Promise<number>;
export function restore(url: string, file: string, options?: { replace?: boolean }): Promise<number>;

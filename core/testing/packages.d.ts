/** What is used of the package, which comes without types. */
declare module 'gltf-validator' {
  const validator: {
    validateString: (
      text: string,
    ) => Promise<{ issues: { messages: { severity: number; message: string; pointer: string }[] } }>;
  };
  export default validator;
}

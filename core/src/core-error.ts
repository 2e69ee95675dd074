/** A caller's mistake inside the program, such as naming a subject that is not there; `code` is stable. */
export class CoreError extends Error {
  readonly code: string;

  constructor(code: string, message: string, options?: ErrorOptions) {
    super(message, options);
    this.name = 'CoreError';
    this.code = code;
  }
}

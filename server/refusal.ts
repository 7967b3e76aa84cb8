/** A refusal with the HTTP status it is sent with; the message is for people. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message);
  }
}

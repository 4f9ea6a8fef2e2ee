/** Why the server does not start, in a sentence that is printed as it is. Trying again cannot help. */
export class StartRefused extends Error {
  override readonly name = 'StartRefused';
}

/** The server's exit code where it was refused to start. */
export const START_REFUSED_CODE = 3;

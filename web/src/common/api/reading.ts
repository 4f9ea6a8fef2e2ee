/** What a read is at: the data once it came, the error while it fails, both where data came before it failed. */
export interface Reading<T> {
  readonly data: T | undefined;
  readonly error: unknown;
}

import { PROBLEMS, type FieldError, type Problem, type ProblemCode } from '@easytuck/contract';

/** What a service throws when it cannot do what was asked: a code of the catalogue and what there is to say beside it. */
export class ProblemError extends Error {
  readonly code: ProblemCode;
  readonly errors: readonly FieldError[] | undefined;
  readonly current: unknown;
  /** Where it is only too early: how long is to be waited, in s. */
  readonly retryAfterS: number | undefined;

  constructor(
    code: ProblemCode,
    about: { detail?: string; errors?: readonly FieldError[]; current?: unknown; cause?: unknown; retryAfterS?: number } = {},
  ) {
    super(about.detail ?? PROBLEMS[code].title, { cause: about.cause });
    this.name = 'ProblemError';
    this.code = code;
    this.errors = about.errors;
    this.current = about.current;
    this.retryAfterS = about.retryAfterS;
  }

  get status(): number {
    return PROBLEMS[this.code].status;
  }

  /** As it crosses the wire, with the number of the request that it answers. */
  toProblem(number?: string): Problem {
    const { title, status } = PROBLEMS[this.code];
    return {
      type: `/problems/${this.code}`,
      title,
      status,
      code: this.code,
      ...(this.message === title ? {} : { detail: this.message }),
      ...(number === undefined || status < 500 ? {} : { number }),
      ...(this.errors === undefined ? {} : { errors: [...this.errors] }),
      ...(this.current === undefined ? {} : { current: this.current }),
    };
  }
}

/** What was sent cannot be kept for one field of it, said as a whole and beside that field. */
export function invalidField(path: string, message: string): ProblemError {
  return new ProblemError('invalid', { detail: message, errors: [{ path, message }] });
}

import { ProblemError } from './problem.ts';

describe('ProblemError', () => {
  it('crosses the wire with its sentence, and a detail only where there is more to say', () => {
    expect(new ProblemError('notFound').toProblem()).toEqual({
      type: '/problems/notFound',
      title: 'There is no such record.',
      status: 404,
      code: 'notFound',
    });
    expect(new ProblemError('stale', { detail: 'Look again.', current: { version: 2 } }).toProblem()).toMatchObject({
      status: 409,
      detail: 'Look again.',
      current: { version: 2 },
    });
  });
});

import { type Problem, type ProblemName, PROBLEMS } from '@undulan/contract';

/** A refusal the caller is told about; `name` gives status and title. */
export class ProblemError extends Error {
  readonly problem: ProblemName;
  readonly issues: Problem['issues'];

  constructor(problem: ProblemName, detail?: string, issues?: Problem['issues']) {
    super(detail ?? PROBLEMS[problem].title);
    this.name = 'ProblemError';
    this.problem = problem;
    this.issues = issues;
  }
}

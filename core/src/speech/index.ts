export { clausesOf, type Clause } from './clauses.ts';
export { DENIAL, NOTHING_DENIED, isDeniedAt } from './denial.ts';

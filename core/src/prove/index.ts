export {
  openProofs,
  proofStates,
  proofsFor,
  type Proof,
  type ProofRecord,
  type ProofWord,
  type Proved,
} from './proofs.ts';
export { accountOfJob, openingOf, type CoolantRecord, type JobAccount } from './account.ts';

export { claimSentence, contradicts, inScope, overlap, speaksOf, type Claim, type Scope } from './claim.ts';

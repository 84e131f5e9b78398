import { small } from '@radiatrix/words/list';
import { Link } from 'react-router';
import { openProofs } from '@radiatrix/core/prove';
import { proveAddress } from '../../app/addresses.ts';
import { useFilling, type Filling } from '../fill/useFilling.ts';
import { useProofs } from './useProofs.ts';

/** Whether a job is proven: said beside its closing, so that nobody files for proven what is not. */
export function ProvenLine({ jobId }: { jobId: number }) {
  const { filling } = useFilling(jobId);
  return filling ? <Said filling={filling} /> : null;
}

function Said({ filling: { job, record, practice } }: { filling: Filling }) {
  const proved = useProofs(job, record.proofs, practice);
  const open = openProofs(proved);
  const waived = proved.filter(({ word }) => word === 'left unproven');
  return (
    <p className={open.length > 0 ? 'text-changes' : 'text-straight-in'}>
      {open.length === 0
        ? `Proven${waived.length > 0 ? `, but for ${waived.map(({ label, said }) => `${small(label)} (${said})`).join(', ')}` : ''}.`
        : `Not proven: ${open.length} of ${proved.length} open.`}{' '}
      <Link to={proveAddress(job.id)}>See the proof</Link>
    </p>
  );
}

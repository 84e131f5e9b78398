import { TriangleAlert } from 'lucide-react';
import type { Failing } from '@radiatrix/core/failure';

/** What the log of failures stops a seller with, in a word. */
export const FailingMark = ({ failing }: { failing: Failing | null }) =>
  failing && (
    <span className="text-changes font-label inline-flex items-center gap-1 text-[15px] font-semibold whitespace-nowrap">
      <TriangleAlert size={13} aria-hidden="true" />
      {failing}
    </span>
  );

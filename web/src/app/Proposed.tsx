import { useEffect } from 'react';
import { Link, useLocation } from 'react-router';
import { proposed } from '../session/slice.ts';
import { useAppDispatch, useAppSelector } from './store.ts';

/** Says after a save that it is kept for a reviewer, on the page it was made on. */
export function Proposed() {
  const waits = useAppSelector((state) => state.session.waits);
  const dispatch = useAppDispatch();
  const { pathname } = useLocation();
  useEffect(() => void dispatch(proposed(null)), [pathname, dispatch]);
  if (!waits) return null;
  return (
    <p
      role="status"
      className="border-steel bg-raised sticky top-0 z-20 mt-3 flex flex-wrap items-baseline gap-x-3 border-l-4 px-4 py-2"
    >
      <span className="font-label text-steel text-[18px] font-semibold">It waits for a reviewer</span>
      <span>
        <Link to={`/review/proposal/${waits.id}`}>{waits.title}</Link>: nobody at the counter sees it until
        somebody else has released it.
      </span>
      <button type="button" className="text-steel ml-auto underline" onClick={() => dispatch(proposed(null))}>
        close
      </button>
    </p>
  );
}

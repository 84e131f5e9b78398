import { Link, useRouteError } from 'react-router';
import { Empty } from '../ui/notices.tsx';

export const Missing = () => (
  <div className="mt-6">
    <h1 className="sr-only">Not found</h1>
    <Empty title="Nothing is kept under this address">
      It may have been typed wrongly, or be from a later release. <Link to="/">To the desk</Link>
    </Empty>
  </div>
);

/** A fault of ours: said plainly, with a way on; what forms held is kept in this browser. */
export function Broken() {
  const error = useRouteError();
  const fetching = error instanceof TypeError && /import/.test(error.message);
  return (
    <div className="mx-auto mt-16 max-w-lg">
      <Empty title={fetching ? 'This part of the program could not be fetched' : 'This view failed'}>
        <p>What you typed into forms is kept in this browser.</p>
        <button type="button" className="btn mt-3" onClick={() => location.reload()}>
          Load it again
        </button>
      </Empty>
    </div>
  );
}

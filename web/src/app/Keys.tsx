import { useLocation } from 'react-router';
import { Dialog } from '../ui/Dialog.tsx';
import { setKeys } from './settings.ts';
import { useAppDispatch, useAppSelector } from './store.ts';

const EVERYWHERE: [string, string][] = [
  ['/', 'caret into the finder'],
  ['Esc', 'out of the finder, out of a dialog; what you typed stays'],
  ['1 to 0', 'to a stage of the ruler'],
  ['?', 'this list'],
];
const HERE: [RegExp, [string, string][]][] = [
  [/^\/ask/, [['Enter', 'in the finder: to the question; with nothing to ask, the first vehicle goes on the bench'], ['a to i', 'an answer to the question'], ['x', 'the caller cannot say'], ['m', 'first vehicle to Match without answering'], ['j', 'open a job for the first vehicle'], ['↓ ↑', 'through the vehicles'], ['Tab', 'to the chips, to correct one']]],
  [/\/match$/, [['↓ ↑', 'through the parts'], ['Enter', 'on a check: how do you know?'], ['s', 'install sheet of the chosen part'], ['r', 'record of the chosen part'], ['e', 'into the box of what to measure next'], ['t', 'sets of parts that go in together']]],
  [/\/compare$/, [['[ ]', 'part before, part after'], ['p', 'all of it on paper'], ['arrows', 'in a drawing: move it'], ['+ −', 'in a drawing: nearer, farther'], ['0', 'in a drawing: all of it'], ['m', 'in a drawing: measure between two points']]],
  [/^\/plan/, [['[ ]', 'day before, day after'], ['Esc', 'leaves a job, or a change that is being tried']]],
  [/^\/coverage/, [['arrows', 'from cell to cell'], ['[ ]', 'model before, model after'], ['n', 'next conflict or gap'], ['p', 'paint: what the chosen part fits'], ['l', 'write a line'], ['u', 'undo the last change of lines']]],
  [/\/diagnose$/, [['a to h', 'what the check shows'], ['x', 'cannot look now'], ['u', 'take the last one back']]],
  [/\/sheet\//, [['p', 'print']]],
]; // prettier-ignore

/** The keys of the view that is open, and the switch that turns single keys off. */
export function Keys({ onClose }: { onClose: () => void }) {
  const { pathname } = useLocation();
  const on = useAppSelector((state) => state.settings.keys);
  const dispatch = useAppDispatch();
  const rows = [...(HERE.find(([path]) => path.test(pathname))?.[1] ?? []), ...EVERYWHERE];
  return (
    <Dialog title="Keys of this view" onClose={onClose}>
      <dl className="grid grid-cols-[90px_1fr] gap-y-1.5">
        {rows.map(([key, what]) => (
          <div key={key + what} className="contents">
            <dt>
              <kbd className="key">{key}</kbd>
            </dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <label className="mt-4 flex items-center gap-2">
        <input
          type="checkbox"
          className="checkbox"
          checked={on}
          onChange={(event) => dispatch(setKeys(event.target.checked))}
        />
        Single keys act outside of fields
      </label>
      <button type="button" className="btn mt-4" onClick={onClose} autoFocus>
        Close
      </button>
    </Dialog>
  );
}

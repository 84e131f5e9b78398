import type { SheetRecord } from '@radiatrix/contract';
import { Transfers } from '../sheet/Transfers.tsx';

/** What moves from the old part to the new one, and what is in the box. */
export function GoesOver({ sheet }: { sheet: SheetRecord | undefined }) {
  if (!sheet) return null;
  const box = sheet.part.inTheBox.filter(({ fromOld }) => !fromOld);
  const moved = new Set(sheet.run?.operations ?? []);
  const renewed = [
    ...new Set(
      sheet.run?.map.operations.flatMap(({ code, back }) => (moved.has(code) ? (back?.renew ?? []) : [])) ??
        [],
    ),
  ];
  const bought = sheet.sheet.hardware.filter(({ policy }) => policy === 'one-time');
  const said = (items: typeof box): string =>
    items.map(({ quantity, name }) => `${quantity} × ${name}`).join(', ');
  return (
    <dl className="mt-2">
      <div className="grid grid-cols-[112px_1fr] gap-3 py-1">
        <dt className="font-label text-[16px] font-semibold">In the box</dt>
        <dd>{said(box) || 'the part alone'}</dd>
      </div>
      <Transfers lines={sheet.transfers} />
      <div className="grid grid-cols-[112px_1fr] gap-3 py-1">
        <dt className="font-label text-[16px] font-semibold">Renewed</dt>
        <dd>
          {[
            ...renewed,
            ...bought.map(({ name, expected }) => `${expected} × ${name.toLowerCase()}, never used again`),
          ].join(', ') || 'nothing on this way'}
        </dd>
      </div>
    </dl>
  );
}

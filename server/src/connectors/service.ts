import type { ConnectorDocument, ConnectorRecord } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { everybodySees } from '../proposals/queries.ts';
import { changeOf, touches } from '../proposals/touched.ts';

export const cavityLine = ({
  position,
  function: duty,
  colour,
  gauge,
}: ConnectorDocument['cavities'][number]): string =>
  [`${position}: ${duty}`, colour, gauge].filter(Boolean).join(', ');

/** A change of a connector that a loom or a part names reaches every wiring plan with it. */
export const connectorTouch = (db: Db, before: ConnectorRecord, after: ConnectorDocument): Promise<void> =>
  touches(async () => {
    if (!(await everybodySees(db, 'connector', before.id))) return undefined;
    const changes = (['code', 'name', 'description'] as const)
      .filter((key) => before[key] !== after[key])
      .map((key) =>
        changeOf(key === 'code' ? 'Code' : key === 'name' ? 'Name' : 'Description', before[key], after[key]),
      );
    const positions = [...new Set([...before.cavities, ...after.cavities].map((each) => each.position))];
    for (const position of positions) {
      const line = ({ cavities }: ConnectorDocument): string => {
        const cavity = cavities.find((each) => each.position === position);
        return cavity ? cavityLine(cavity) : '';
      };
      if (line(before) !== line(after)) changes.push(changeOf('Cavity', line(before), line(after)));
    }
    return { title: `Connector ${before.code}`, about: 'connector', id: before.id, changes };
  });

import { USUAL_PRACTICE, type Practice } from '../../practice/index.ts';
import { boxScrew, reach, swapHazards, type Screw } from '../shapes/bolts.ts';
import type { Choices } from '../choices.ts';
import type { PlanPart, PlanRecord } from '../record.ts';
import type { Side } from '../sides.ts';

/** Screws that come in the box of a part. */
export const screwsInBox = (part: Pick<PlanPart, 'inTheBox'> | undefined) =>
  (part?.inTheBox ?? []).flatMap(({ name }) => boxScrew(name) ?? []);

/** Screws of the way in and of the boxes: how far each reaches, and which must not change places. */
export function screwWork(
  record: PlanRecord,
  fresh: Side,
  asked: Choices,
  fittedSpacer: number | undefined,
  practice: Practice = USUAL_PRACTICE,
) {
  const boss = fresh.assembly.radiator?.quantities.bossDepth?.value;
  // Trays are lettered anew in each procedure: screws can only change places within one way in.
  const ways = [...new Map(record.fasteners.map((each) => [each.procedureId, each.procedure]))];
  const way = ways.some(([id]) => id === asked.way) ? asked.way : ways[0]?.[0];
  const screws: Screw[] = [
    ...record.fasteners
      .filter((each) => each.procedureId === way && each.lengthMm !== null && each.lengthMm > 0)
      .map((each) => ({
        tray: each.tray,
        name: each.name,
        thread: each.thread,
        lengthMm: each.lengthMm!,
        stackMm: asked.room[each.tray]?.stackMm,
        freeMm: asked.room[each.tray]?.freeMm,
      })),
    ...[fresh.parts.fan, fresh.parts.radiator].flatMap((part, i, all) =>
      all.indexOf(part) !== i
        ? []
        : screwsInBox(part).map((screw) => {
            const tray = `box ${part!.number}`;
            const written = asked.room[tray];
            const spacer = part === fresh.parts.fan ? (asked.spacer ?? fittedSpacer) : undefined;
            return {
              tray,
              name: screw.name,
              thread: screw.thread,
              lengthMm: screw.lengthMm,
              stackMm:
                written?.stackMm ??
                (spacer !== undefined && asked.foot !== undefined ? spacer + asked.foot : undefined),
              freeMm: written?.freeMm ?? boss,
            };
          }),
    ),
  ];
  const reaches = screws.map((screw) => reach(screw, practice));
  const called = (tray: string): string => {
    const name = screws.find((each) => each.tray === tray)?.name;
    return name && !tray.startsWith('box') ? `${tray} (${name.toLowerCase()})` : tray;
  };
  const hazards = swapHazards(screws).map((each) => ({
    ...each,
    long: called(each.long),
    short: called(each.short),
  }));
  return { ways, way, screws, reaches, hazards };
}

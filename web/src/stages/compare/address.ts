import {
  CHOICE_FIGURES,
  CHOICE_WORDS,
  SHROUDS_NOW,
  TOPIC_NAMES,
  type Choices,
  type Topic,
} from '@radiatrix/core/fitment';
import {
  CORE_CLASS_NAMES,
  VEHICLE_CLASSES,
  type CoreClassName,
  type VehicleClass,
} from '@radiatrix/core/cooling';
import { COURSE_NAMES, PLACES, type CourseName, type Place } from '@radiatrix/core/drive';
import { TERMINATION_SCHOOLS } from '@radiatrix/core/electrical';
import { COOLANTS, type CoolantBase } from '@radiatrix/core/fluid';

/** Whole numbers: parts by id (0 for none; `part` is the one in hand in Match), the job. */
const IDS = ['part', 'or', 'of', 'os', 'nr', 'nf', 'ns', 'nk', 'job', 'way'] as const;
/** Figures in record units, and what they may be at all: what lies outside is said where it is used. */
const FIGURES = CHOICE_FIGURES;
type Words = {
  tab: Topic;
  load: VehicleClass;
  coreOld: CoreClassName;
  coreNew: CoreClassName;
  base: CoolantBase;
  place: Place;
  course: CourseName;
  school: keyof typeof TERMINATION_SCHOOLS;
  shroudNow: keyof typeof SHROUDS_NOW;
  view: 'paper';
  drive: 'staged' | 'modulated';
};
const WORDS: { [K in keyof Words]: readonly string[] } = {
  tab: TOPIC_NAMES,
  load: Object.keys(VEHICLE_CLASSES),
  coreOld: CORE_CLASS_NAMES,
  coreNew: CORE_CLASS_NAMES,
  base: COOLANTS,
  place: Object.keys(PLACES),
  course: COURSE_NAMES,
  school: Object.keys(TERMINATION_SCHOOLS),
  shroudNow: Object.keys(SHROUDS_NOW),
  view: ['paper'],
  drive: ['staged', 'modulated'],
};

/** Everything a comparison is made of; the address holds all of it, so that it can be sent, saved and shown again. */
export type Asked = Choices & { [K in (typeof IDS)[number]]?: number } & Partial<Words>;

const number = (text: string | null): number | undefined => {
  if (text === null || text.trim() === '') return undefined;
  const value = Number(text);
  return Number.isFinite(value) ? value : undefined;
};

/** Reads an address; what it cannot read it leaves out. */
export function readAsked(params: URLSearchParams): Asked {
  const asked: Record<string, unknown> = {};
  for (const key of IDS) {
    const id = number(params.get(key));
    if (id !== undefined && Number.isInteger(id) && id >= 0) asked[key] = id;
  }
  for (const key of FIGURES) {
    const value = number(params.get(key));
    if (value !== undefined) asked[key] = value;
  }
  for (const [key, words] of Object.entries(WORDS)) {
    const word = params.get(key);
    if (word !== null && words.includes(word)) asked[key] = word;
  }
  const room: Record<string, { stackMm?: number; freeMm?: number }> = {};
  for (const entry of params.getAll('screw')) {
    const [tray, stack, free] = entry.split('~');
    if (tray) {
      const [stackMm, freeMm] = [number(stack ?? null), number(free ?? null)];
      room[tray] = {
        ...(stackMm === undefined ? {} : { stackMm }),
        ...(freeMm === undefined ? {} : { freeMm }),
      };
    }
  }
  const claims: Record<string, number> = {};
  for (const entry of params.getAll('claim')) {
    const [key, text] = entry.split('~');
    const value = number(text ?? null);
    if (key && value !== undefined) claims[key] = value;
  }
  const curve = params.getAll('curve').flatMap((entry) => {
    const [flow, pressure] = entry.split('~').map(number);
    return flow !== undefined && pressure !== undefined ? [[flow, pressure] as const] : [];
  });
  return { ...asked, room, curve, claims } as Asked;
}

/** The address of what is asked; the same whichever order it was asked in. */
export function writeAsked({ room, curve, claims, ...asked }: Asked): URLSearchParams {
  const params = new URLSearchParams();
  for (const [key, value] of Object.entries(asked).sort(([a], [b]) => (a < b ? -1 : 1)))
    if (value !== undefined) params.set(key, String(value));
  for (const [tray, { stackMm, freeMm }] of Object.entries(room))
    if (stackMm !== undefined || freeMm !== undefined)
      params.append('screw', `${tray}~${stackMm ?? ''}~${freeMm ?? ''}`);
  for (const [flow, pressure] of curve) params.append('curve', `${flow}~${pressure}`);
  for (const [key, value] of Object.entries(claims)) params.append('claim', `${key}~${value}`);
  return params;
}

/** What of a comparison is a choice that a job keeps: figures and words, without the parts and the view. */
export function scalarChoices(asked: Asked): Record<string, number | string> {
  const kept: Record<string, number | string> = {};
  for (const key of [...FIGURES, ...CHOICE_WORDS] as const) {
    const value = asked[key];
    if (value !== undefined) kept[key] = value;
  }
  return kept;
}

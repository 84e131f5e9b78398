import { catalogue } from '../catalogue.ts';

/** What a shop that has just begun needs first. */
export const beginWords = catalogue('begin', {
  title: 'Begin',
  about: 'This shop has no records yet. Two things come first: a vehicle, and a part to match to it.',
  'about:half': 'This list goes once the shop has a vehicle, a released part and a job.',
  'state:done': 'done',
  'state:next': 'next',
  shop: 'The shop',
  people: 'People',
  'people:do':
    '{administers} administers the accounts. Rename the {n, plural, one {# account} other {# accounts}}, and invite who is missing.',
  'people:done':
    '{administers} administers the accounts. {named, plural, one {# account bears} other {# accounts bear}} a person’s name.',
  'people:go': 'Open accounts',
  'people:ask': 'Ask {administers} to invite people.',
  release: 'Who releases records',
  'release:do':
    'What is seen at the counter is written by one person and released by another. A shop of one person can do both; each such release is marked.',
  'release:two': 'Two people',
  'release:one': 'One person',
  'release:is-two': 'Two people: nobody releases their own work.',
  'release:is-one': 'One person writes and releases. Each such release is marked.',
  'release:ask': 'A reviewer decides this.',
  'release:reason:one': 'A shop of one person, said when the shop began',
  'release:reason:two': 'Two people for each record, said when the shop began',
  workshop: 'Workshop',
  'workshop:do': 'Bays, single tools, hours and people: the plan of the day rests on them. It can wait.',
  'workshop:done': 'Written down.',
  'workshop:go': 'Open the workshop',
  doors: 'The first vehicle and the first part',
  'list:do':
    'A supplier’s table of parts or of what they fit: CSV, XLSX or JSON. It shows what would change before it does.',
  'list:go': 'Open a list',
  vehicle: 'Record the vehicle in front of you',
  'vehicle:do': 'Say it as a caller would, and add what is missing: one form.',
  'vehicle:done':
    '{n, plural, one {# vehicle} other {# vehicles}} on record{told, plural, =0 {} one {, # of them not reviewed} other {, # of them not reviewed}}.',
  'vehicle:go': 'Record a vehicle',
  part: 'Record a part',
  'part:do': 'Measure it with caliper and tape. Each figure keeps how it was measured.',
  'part:done': '{n, plural, one {# part} other {# parts}} on record, {released} released.',
  'part:release': 'Release it, so that it is seen at the counter.',
  'part:go': 'Record a part',
  'part:review': 'Open the review',
  job: 'Open the first job',
  'job:do': 'Say the vehicle in the field at the top, or open Match, and press j.',
  'job:done': '{n, plural, one {# job} other {# jobs}} opened.',
  'demo:do': 'To look round with the demo, run this in another terminal. Its data goes when it stops:',
  'demo:command': 'npm start -- --look-round',
  units: 'Units are each reader’s own choice, at the top of every page.',
});

import Joi from 'joi';
import { ROLES, type Role } from './people.ts';
import { bundleSchema } from './records/bundle.ts';
import { benchQuery } from './records/compare.ts';
import { makeQuery, markSchema, rewriteSchema } from './records/coverage.ts';
import { whole } from './common.ts';
import { connectorSchema } from './records/connector.ts';
import { figuresChangeSchema } from './records/figure.ts';
import { jobEventsSchema, newJobSchema } from './records/job.ts';
import { practiceSchema } from './records/practice.ts';
import { matchQuery, newClaimSchema, newPartSchema, partDetailsSchema, setsQuery } from './records/part.ts';
import { newProcedureSchema, procedureSchema } from './records/procedure.ts';
import { exportQuery, previewSchema, uploadQuery } from './records/table.ts';
import { reasonSchema } from './records/review.ts';
import { chunkSchema, newStreamSchema } from './records/stream.ts';
import { signInSchema } from './records/sign-in.ts';
import { vinPatternSchema } from './records/vin-pattern.ts';
import { findQuery, jobQuery, photoQuery, sheetQuery, textQuery } from './queries.ts';

export interface Route {
  method: 'get' | 'post' | 'put' | 'delete';
  path: string;
  summary: string;
  /** Who may call it; `anyone` needs no sign-in. */
  roles: readonly Role[] | 'anyone';
  body?: Joi.ObjectSchema;
  query?: Joi.ObjectSchema;
  /** The save must name the version it changes. */
  ifMatch?: boolean;
  /**
   * What it changes of what everybody sees waits for a reviewer: whoever saves it, or a specialist only, where what
   * is saved was written by somebody else (a source's own table).
   */
  reviewed?: 'always' | 'from a specialist';
  /** The body is not JSON. */
  raw?: boolean;
}

const EVERYONE = ROLES;
/** What a record holds depends on its table; the table's own validator reads it (see `librarySchema`). */
const anyRecord = Joi.object().unknown(true);
const EDITORS = ['specialist', 'reviewer'] as const;
const REVIEWERS = ['reviewer'] as const;

/** Every address of the server, who may use it and what it takes: mounted, guarded and documented from here. */
export const ROUTES = {
  health: { method: 'get', path: '/api/health', summary: 'Whether the server and its database answer', roles: 'anyone' },
  openapi: { method: 'get', path: '/api/openapi.json', summary: 'This description', roles: 'anyone' },
  session: { method: 'get', path: '/api/session', summary: 'Who is signed in', roles: 'anyone' },
  signIn: { method: 'post', path: '/api/session', summary: 'Sign in', roles: 'anyone', body: signInSchema },
  signOut: { method: 'delete', path: '/api/session', summary: 'Sign out', roles: EVERYONE },
  find: { method: 'get', path: '/api/find', summary: 'Understand a spoken vehicle and list what agrees with it', roles: EVERYONE, query: findQuery },
  search: { method: 'get', path: '/api/search', summary: 'Everything in the library that answers to a few letters', roles: EVERYONE, query: textQuery },
  vocabulary: { method: 'get', path: '/api/vocabulary', summary: 'Makes, models, engines, transmissions', roles: EVERYONE },
  sources: { method: 'get', path: '/api/sources', summary: 'Where figures and claims come from', roles: EVERYONE },
  vehicles: { method: 'get', path: '/api/vehicles', summary: 'All vehicle configurations', roles: EVERYONE },
  vehicle: { method: 'get', path: '/api/vehicles/:id', summary: 'A vehicle and its bay', roles: EVERYONE },
  judged: { method: 'get', path: '/api/vehicles/:id/match/:partId', summary: 'One part in a vehicle: its verdict and the ledger behind it', roles: EVERYONE, query: matchQuery },
  match: { method: 'get', path: '/api/vehicles/:id/match', summary: 'Every part that could concern a vehicle, judged', roles: EVERYONE, query: matchQuery },
  sets: { method: 'get', path: '/api/vehicles/:id/sets', summary: 'Sets of parts that suit a vehicle and each other, cheapest in effort first', roles: EVERYONE, query: setsQuery },
  kin: { method: 'get', path: '/api/vehicles/:id/kin', summary: 'Vehicles that share cooling parts with this one', roles: EVERYONE },
  goesInto: { method: 'get', path: '/api/parts/:id/vehicles', summary: 'Every vehicle a part could concern, judged', roles: EVERYONE },
  sheet: { method: 'get', path: '/api/vehicles/:id/sheet/:partId', summary: 'The install sheet of a part in a vehicle', roles: EVERYONE, query: sheetQuery },
  bayFigures: { method: 'put', path: '/api/bays/:id/figures', summary: 'Record figures of a bay', roles: EDITORS, body: figuresChangeSchema, ifMatch: true },
  parts: { method: 'get', path: '/api/parts', summary: 'Parts, by number or words', roles: EVERYONE, query: textQuery },
  part: { method: 'get', path: '/api/parts/:id', summary: 'A part', roles: EVERYONE },
  newPart: { method: 'post', path: '/api/parts', summary: 'Record a new part', roles: EDITORS, body: newPartSchema },
  partDetails: { method: 'put', path: '/api/parts/:id/details', summary: 'Change what is said of a part', roles: EDITORS, body: whole(partDetailsSchema, 'notes', 'inTheBox', 'interchange', 'supersedes'), ifMatch: true },
  partFigures: { method: 'put', path: '/api/parts/:id/figures', summary: 'Record figures of a part', roles: EDITORS, body: figuresChangeSchema, ifMatch: true },
  newClaim: { method: 'post', path: '/api/parts/:id/claims', summary: 'Record what a source says a part fits', roles: EDITORS, body: newClaimSchema, reviewed: 'always' },
  dropClaim: { method: 'delete', path: '/api/claims/:id', summary: 'Take a claim away', roles: EDITORS, reviewed: 'always' },
  connectors: { method: 'get', path: '/api/connectors', summary: 'Connectors', roles: EVERYONE },
  connector: { method: 'get', path: '/api/connectors/:id', summary: 'A connector by id or code', roles: EVERYONE },
  newConnector: { method: 'post', path: '/api/connectors', summary: 'Record a new connector', roles: EDITORS, body: connectorSchema },
  saveConnector: { method: 'put', path: '/api/connectors/:id', summary: 'Change a connector', roles: EDITORS, body: whole(connectorSchema, 'description'), ifMatch: true, reviewed: 'always' },
  procedure: { method: 'get', path: '/api/procedures/:id', summary: 'A procedure', roles: EVERYONE },
  newProcedure: { method: 'post', path: '/api/procedures', summary: 'Record a new procedure', roles: EDITORS, body: newProcedureSchema },
  saveProcedure: { method: 'put', path: '/api/procedures/:id', summary: 'Change a procedure', roles: EDITORS, body: whole(procedureSchema, 'way', 'notes', 'fasteners', 'steps'), ifMatch: true },
  jobs: { method: 'get', path: '/api/jobs', summary: 'Open jobs, newest first', roles: EVERYONE },
  job: { method: 'get', path: '/api/jobs/:id', summary: 'A job', roles: EVERYONE, query: jobQuery },
  newJob: { method: 'post', path: '/api/jobs', summary: 'Open a job with its first events', roles: EVERYONE, body: newJobSchema },
  jobEvents: { method: 'post', path: '/api/jobs/:id/events', summary: 'What happened on a job; sent twice it is kept once', roles: EVERYONE, body: jobEventsSchema },
  newStream: { method: 'post', path: '/api/jobs/:id/streams', summary: 'Begin the samples of an instrument; sent twice it is begun once', roles: EVERYONE, body: newStreamSchema },
  streamChunk: { method: 'put', path: '/api/streams/:stream/chunks/:ordinal', summary: 'A piece of the samples; sent twice it is kept once, in any order', roles: EVERYONE, body: chunkSchema },
  stream: { method: 'get', path: '/api/streams/:stream', summary: 'The samples of an instrument, and which pieces are missing', roles: EVERYONE },
  bench: { method: 'get', path: '/api/vehicles/:id/bench', summary: 'Everything on record that a plan in a vehicle is worked out from', roles: EVERYONE, query: benchQuery },
  practice: { method: 'get', path: '/api/practice', summary: 'Lines of practice that the shop has set for itself', roles: EVERYONE },
  setPractice: { method: 'post', path: '/api/practice', summary: 'Set a line of practice, or take the trade’s back', roles: EDITORS, body: practiceSchema },
  vinPatterns: { method: 'get', path: '/api/vin-patterns', summary: 'What the shop has learnt of identification numbers', roles: EVERYONE },
  newVinPattern: { method: 'post', path: '/api/vin-patterns', summary: 'Record a pattern of identification numbers', roles: EDITORS, body: vinPatternSchema, reviewed: 'always' },
  dropVinPattern: { method: 'delete', path: '/api/vin-patterns/:id', summary: 'Take a pattern away', roles: EDITORS, reviewed: 'always' },
  records: { method: 'get', path: '/api/records/:table', summary: 'Makes, models, engines, transmissions, sources, vehicles or bays', roles: EVERYONE, query: textQuery },
  record: { method: 'get', path: '/api/records/:table/:id', summary: 'One of them', roles: EVERYONE },
  newRecord: { method: 'post', path: '/api/records/:table', summary: 'Record a new one', roles: EDITORS, body: anyRecord, reviewed: 'always' },
  saveRecordValues: { method: 'put', path: '/api/records/:table/:id', summary: 'Change one', roles: EDITORS, body: anyRecord, ifMatch: true, reviewed: 'always' },
  models: { method: 'get', path: '/api/models', summary: 'Models, with how many vehicles and catalogue lines each has', roles: EVERYONE },
  coverage: { method: 'get', path: '/api/models/:id/coverage', summary: 'Every vehicle and every claim of a model', roles: EVERYONE },
  makeCoverage: { method: 'get', path: '/api/makes/:id/coverage', summary: 'Every model of a make, year by year, for one kind of part', roles: EVERYONE, query: makeQuery },
  rewrite: { method: 'put', path: '/api/parts/:id/models/:modelId/lines', summary: 'Replace the lines of a part on a model by others, all or nothing', roles: EDITORS, body: rewriteSchema, reviewed: 'always' },
  newMark: { method: 'post', path: '/api/marks', summary: 'Mark a part and vehicles for measuring', roles: EDITORS, body: markSchema },
  dropMark: { method: 'delete', path: '/api/marks/:id', summary: 'Take a mark away', roles: EDITORS },
  marks: { method: 'get', path: '/api/marks', summary: 'What waits to be measured', roles: EVERYONE },
  audit: { method: 'get', path: '/api/audit', summary: 'How the audit of the whole catalogue stands', roles: EDITORS },
  startAudit: { method: 'post', path: '/api/audit', summary: 'Look through the whole catalogue for contradictions, gaps and claims about vehicles that never were', roles: EDITORS },
  stopAudit: { method: 'delete', path: '/api/audit', summary: 'Stop the audit', roles: EDITORS },
  review: { method: 'get', path: '/api/review', summary: 'Revisions that wait for a reviewer', roles: EDITORS },
  reviewOne: { method: 'get', path: '/api/review/:kind/:id', summary: 'What changed since the last release', roles: EDITORS },
  check: { method: 'post', path: '/api/review/:kind/:id/check', summary: 'Mark a draft as checked by a second pair of eyes', roles: EDITORS, ifMatch: true },
  sendBack: { method: 'post', path: '/api/review/:kind/:id/send-back', summary: 'Send a draft back to whoever wrote it, with the reason', roles: REVIEWERS, ifMatch: true, body: reasonSchema },
  withdraw: { method: 'post', path: '/api/review/:kind/:id/withdraw', summary: 'Withdraw what was released, with the reason', roles: REVIEWERS, body: reasonSchema },
  release: { method: 'post', path: '/api/review/:kind/:id/release', summary: 'Release a revision to installers', roles: REVIEWERS, ifMatch: true },
  takeBack: { method: 'delete', path: '/api/proposals/:id', summary: 'Take back a change one has proposed', roles: EDITORS },
  proposedPhoto: { method: 'get', path: '/api/proposals/:id/photo', summary: 'A photograph that waits for a reviewer', roles: EDITORS },
  history: { method: 'get', path: '/api/history/:kind/:id', summary: 'Every change of a record', roles: EDITORS },
  newPhoto: { method: 'post', path: '/api/photos', summary: 'Attach a photograph', roles: EDITORS, query: photoQuery, raw: true, reviewed: 'always' },
  photo: { method: 'get', path: '/api/photos/:id', summary: 'A photograph', roles: EVERYONE },
  importPreview: { method: 'post', path: '/api/import/preview', summary: 'What bringing in a bundle would change', roles: EDITORS, body: bundleSchema },
  newUpload: { method: 'post', path: '/api/uploads', summary: 'Send a CSV or XLSX table to be brought in', roles: EDITORS, query: uploadQuery, raw: true },
  upload: { method: 'get', path: '/api/uploads/:id', summary: 'How an uploaded table stands', roles: EDITORS },
  previewUpload: { method: 'post', path: '/api/uploads/:id/preview', summary: 'Read an uploaded table against the library', roles: EDITORS, body: previewSchema },
  applyUpload: { method: 'post', path: '/api/uploads/:id/apply', summary: 'Bring an uploaded table in, all or nothing', roles: EDITORS },
  stopUpload: { method: 'delete', path: '/api/uploads/:id', summary: 'Stop, and throw the upload away', roles: EDITORS },
  wrongRows: { method: 'get', path: '/api/uploads/:id/wrong', summary: 'The wrong rows of an upload as CSV, with reasons', roles: EDITORS },
  exportTable: { method: 'get', path: '/api/export/:kind', summary: 'Applications, parts or vehicles as CSV, XLSX or JSON', roles: EVERYONE, query: exportQuery },
  importApply: { method: 'post', path: '/api/import', summary: 'Bring in a bundle, all or nothing', roles: EDITORS, body: bundleSchema, reviewed: 'from a specialist' },
} as const satisfies Record<string, Route>; // prettier-ignore

export type RouteId = keyof typeof ROUTES;

import type Joi from 'joi';
import { serverRoutes, type ServerAnswers } from './server.ts';
import { sessionRoutes, type SessionAnswers } from './session.ts';
import { accountRoutes, type AccountAnswers } from './account.ts';
import { findRoutes, type FindAnswers } from './find.ts';
import { searchRoutes, type SearchAnswers } from './search.ts';
import { vehicleRoutes, type VehicleAnswers } from './vehicle.ts';
import { matchRoutes, type MatchAnswers } from './match.ts';
import { sheetRoutes, type SheetAnswers } from './sheet.ts';
import { partRoutes, type PartAnswers } from './part.ts';
import { connectorRoutes, type ConnectorAnswers } from './connector.ts';
import { procedureRoutes, type ProcedureAnswers } from './procedure.ts';
import { accessRoutes, type AccessAnswers } from './access.ts';
import { jobRoutes, type JobAnswers } from './job.ts';
import { streamRoutes, type StreamAnswers } from './stream.ts';
import { provingRoutes, type ProvingAnswers } from './proving.ts';
import { diagnosisRoutes, type DiagnosisAnswers } from './diagnosis.ts';
import { correctionRoutes, type CorrectionAnswers } from './correction.ts';
import { mergeRoutes, type MergeAnswers } from './merge.ts';
import { deskRoutes, type DeskAnswers } from './desk.ts';
import { planRoutes, type PlanAnswers } from './schedule.ts';
import { filingRoutes, type FilingAnswers } from './filing.ts';
import { failureRoutes, type FailureAnswers } from './failure.ts';
import { instrumentRoutes, type InstrumentAnswers } from './instrument.ts';
import { compareRoutes, type CompareAnswers } from './fitment.ts';
import { practiceRoutes, type PracticeAnswers } from './practice.ts';
import { vinPatternRoutes, type VinPatternAnswers } from './vin-pattern.ts';
import { libraryRoutes, type LibraryAnswers } from './library.ts';
import { coverageRoutes, type CoverageAnswers } from './coverage.ts';
import { reviewRoutes, type ReviewAnswers } from './review.ts';
import { historyRoutes, type HistoryAnswers } from './history.ts';
import { photoRoutes, type PhotoAnswers } from './photo.ts';
import { bundleRoutes, type BundleAnswers } from './bundle.ts';
import type { ImportAnswers } from './import-review.ts';
import { tableRoutes, type TableAnswers } from './table.ts';
import { webhookRoutes, type WebhookAnswers } from './webhook.ts';

/** Every address of the server: mounted, guarded, documented and called from here. Each domain's file has its own. */
export const ROUTES = {
  ...serverRoutes,
  ...sessionRoutes,
  ...accountRoutes,
  ...findRoutes,
  ...searchRoutes,
  ...vehicleRoutes,
  ...matchRoutes,
  ...sheetRoutes,
  ...partRoutes,
  ...connectorRoutes,
  ...procedureRoutes,
  ...accessRoutes,
  ...jobRoutes,
  ...streamRoutes,
  ...diagnosisRoutes,
  ...failureRoutes,
  ...filingRoutes,
  ...deskRoutes,
  ...correctionRoutes,
  ...mergeRoutes,
  ...planRoutes,
  ...provingRoutes,
  ...instrumentRoutes,
  ...compareRoutes,
  ...practiceRoutes,
  ...vinPatternRoutes,
  ...libraryRoutes,
  ...coverageRoutes,
  ...reviewRoutes,
  ...historyRoutes,
  ...photoRoutes,
  ...bundleRoutes,
  ...tableRoutes,
  ...webhookRoutes,
} as const;
export type RouteId = keyof typeof ROUTES;

/** What each address answers with; one that is not named answers with nothing, or with bytes. */
export interface Answers
  extends
    ServerAnswers,
    SessionAnswers,
    AccountAnswers,
    FindAnswers,
    SearchAnswers,
    VehicleAnswers,
    MatchAnswers,
    SheetAnswers,
    PartAnswers,
    ConnectorAnswers,
    ProcedureAnswers,
    AccessAnswers,
    JobAnswers,
    StreamAnswers,
    DiagnosisAnswers,
    FailureAnswers,
    FilingAnswers,
    DeskAnswers,
    CorrectionAnswers,
    MergeAnswers,
    PlanAnswers,
    ProvingAnswers,
    InstrumentAnswers,
    CompareAnswers,
    PracticeAnswers,
    VinPatternAnswers,
    LibraryAnswers,
    CoverageAnswers,
    ReviewAnswers,
    HistoryAnswers,
    PhotoAnswers,
    BundleAnswers,
    TableAnswers,
    WebhookAnswers,
    ImportAnswers {}

type Validated<S> = S extends Joi.ObjectSchema<infer T> ? T : undefined;
/** What an address takes, as its validator hands it on. */
export type BodyOf<R extends RouteId> = (typeof ROUTES)[R] extends { body: infer S }
  ? Validated<S>
  : (typeof ROUTES)[R] extends { raw: readonly string[] }
    ? unknown
    : undefined;
export type QueryOf<R extends RouteId> = (typeof ROUTES)[R] extends { query: infer S }
  ? Validated<S>
  : undefined;
export type AnswerOf<R extends RouteId> = R extends keyof Answers ? Answers[R] : undefined;

import { createBrowserRouter } from 'react-router';
import { AskPage } from '../stages/ask/AskPage.tsx';
import { DeskPage } from '../stages/ask/DeskPage.tsx';
import { MatchPage } from '../stages/match/MatchPage.tsx';
import { Broken, Missing } from './Missing.tsx';
import { Shell } from './Shell.tsx';

/** Record pages, editors, the sheet and everything with forms are fetched when first opened. */
export const router = createBrowserRouter([
  { path: '/invitation', lazy: async () => ({ Component: (await import('../session/InvitationPage.tsx')).InvitationPage }), hydrateFallbackElement: <p className="p-4">Opening…</p> },
  {
    path: '/',
    element: <Shell />,
    errorElement: <Broken />,
    hydrateFallbackElement: <p className="p-4">Opening…</p>,
    children: [
      { index: true, element: <DeskPage /> },
      { path: 'ask', element: <AskPage /> },
      { path: 'v/:vehicleId/match', element: <MatchPage /> },
      { path: 'v/:vehicleId/compare', lazy: async () => ({ Component: (await import('../stages/compare/ComparePage.tsx')).ComparePage }) },
      { path: 'v/:vehicleId', lazy: async () => ({ Component: (await import('../library/vehicle/VehiclePage.tsx')).VehiclePage }) },
      { path: 'v/:vehicleId/sheet/:partId', lazy: async () => ({ Component: (await import('../stages/sheet/SheetPage.tsx')).SheetPage }) },
      { path: 'coverage', lazy: async () => ({ Component: (await import('../library/coverage/CoveragePage.tsx')).CoveragePage }) },
      { path: 'library', lazy: async () => ({ Component: (await import('../library/shelves/LibraryPage.tsx')).LibraryPage }) },
      { path: 'library/practice', lazy: async () => ({ Component: (await import('../library/practice/PracticePage.tsx')).PracticePage }) },
      { path: 'library/diagnosis', lazy: async () => ({ Component: (await import('../library/diagnosis/DiagnosisTablePage.tsx')).DiagnosisTablePage }) },
      { path: 'library/failures', lazy: async () => ({ Component: (await import('../library/failures/FailuresPage.tsx')).FailuresPage }) },
      { path: 'parts/:id/failures', lazy: async () => ({ Component: (await import('../library/failures/PartFailuresPage.tsx')).PartFailuresPage }) },
      { path: 'trainer', lazy: async () => ({ Component: (await import('../trainer/TrainerPage.tsx')).TrainerPage }) },
      { path: 'library/vins', lazy: async () => ({ Component: (await import('../library/record/VinPatternsPage.tsx')).VinPatternsPage }) },
      { path: 'library/:table/new', lazy: async () => ({ Component: (await import('../library/record/RecordPage.tsx')).NewRecordPage }) },
      { path: 'library/:table/:id', lazy: async () => ({ Component: (await import('../library/record/RecordPage.tsx')).RecordPage }) },
      { path: 'parts/new', lazy: async () => ({ Component: (await import('../library/part/NewPartPage.tsx')).NewPartPage }) },
      { path: 'parts/:id', lazy: async () => ({ Component: (await import('../library/part/PartPage.tsx')).PartPage }) },
      { path: 'connectors/new', lazy: async () => ({ Component: (await import('../library/connector/ConnectorPage.tsx')).NewConnectorPage }) },
      { path: 'connectors/:code', lazy: async () => ({ Component: (await import('../library/connector/ConnectorPage.tsx')).ConnectorPage }) },
      { path: 'procedures/new', lazy: async () => ({ Component: (await import('../library/procedure/ProcedurePage.tsx')).NewProcedurePage }) },
      { path: 'procedures/:id', lazy: async () => ({ Component: (await import('../library/procedure/ProcedurePage.tsx')).ProcedurePage }) },
      { path: 'review', lazy: async () => ({ Component: (await import('../library/review/ReviewPage.tsx')).ReviewPage }) },
      { path: 'review/:kind/:id', lazy: async () => ({ Component: (await import('../library/review/ReviewRecordPage.tsx')).ReviewRecordPage }) },
      { path: 'jobs/:id', lazy: async () => ({ Component: (await import('../stages/job/JobPage.tsx')).JobPage }) },
      { path: 'jobs/:id/run', lazy: async () => ({ Component: (await import('../stages/run/RunPage.tsx')).RunPage }) },
      { path: 'jobs/:id/fill', lazy: async () => ({ Component: (await import('../stages/fill/FillPage.tsx')).FillPage }) },
      { path: 'jobs/:id/bleed', lazy: async () => ({ Component: (await import('../stages/fill/BleedPage.tsx')).BleedPage }) },
      { path: 'jobs/:id/diagnose', lazy: async () => ({ Component: (await import('../stages/diagnose/DiagnosePage.tsx')).DiagnosePage }) },
      { path: 'jobs/:id/prove', lazy: async () => ({ Component: (await import('../stages/prove/ProvePage.tsx')).ProvePage }) },
      { path: 'jobs/:id/file', lazy: async () => ({ Component: (await import('../stages/file/FilePage.tsx')).FilePage }) },
      { path: 'jobs/:id/report', lazy: async () => ({ Component: (await import('../stages/file/ReportPage.tsx')).ReportPage }) },
      { path: 'jobs/:id/trials/:trial', lazy: async () => ({ Component: (await import('../stages/prove/TrialPage.tsx')).TrialPage }) },
      { path: 'instruments', lazy: async () => ({ Component: (await import('../instruments/InstrumentsPage.tsx')).InstrumentsPage }) },
      { path: 'jobs/:id/labels', lazy: async () => ({ Component: (await import('../stages/prepare/LabelsPage.tsx')).LabelsPage }) },
      { path: 'v/:vehicleId/prepare', lazy: async () => ({ Component: (await import('../stages/prepare/PreparePage.tsx')).PreparePage }) },
      { path: 'access/:id', lazy: async () => ({ Component: (await import('../library/access/AccessPage.tsx')).AccessPage }) },
      { path: 'people', lazy: async () => ({ Component: (await import('../people/PeoplePage.tsx')).PeoplePage }) },
      { path: 'me', lazy: async () => ({ Component: (await import('../people/OwnPage.tsx')).OwnPage }) },
      { path: 'import', lazy: async () => ({ Component: (await import('../library/importing/ImportPage.tsx')).ImportPage }) },
      { path: '*', element: <Missing /> },
    ],
  },
]); // prettier-ignore

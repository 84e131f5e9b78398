import type { RouteObject } from 'react-router';
import { MatchPage } from '../stages/match/MatchPage.tsx';
import { Broken } from './Missing.tsx';
import { Shell } from './Shell.tsx';

/** The one view that comes with the frame, and that the server draws too (see `first/`). */
export const matchRoute: RouteObject = { path: 'v/:vehicleId/match', element: <MatchPage /> };

/** Views in the frame of whoever is signed in. */
export const framed = (children: RouteObject[]): RouteObject => ({
  path: '/',
  element: <Shell />,
  errorElement: <Broken />,
  hydrateFallbackElement: <p className="p-4">Opening…</p>,
  children,
});

export const ROLES = ['clerk', 'specialist', 'reviewer', 'installer'] as const;
export type Role = (typeof ROLES)[number];

export const ROLE_LABELS: Readonly<Record<Role, string>> = {
  clerk: 'Counter clerk',
  specialist: 'Fitment specialist',
  reviewer: 'Reviewer',
  installer: 'Installer',
};

export interface Person {
  id: number;
  username: string;
  name: string;
  role: Role;
  /** Invites people, gives roles and ends sessions. */
  administers: boolean;
}

/** What the sign-in page and the shell need to know. */
export interface SessionState {
  /** Where phones in the shop reach this server; null where it is for its own machine alone. */
  lan: string | null;
  person: Person | null;
  /** Somebody whose account is switched off has signed in: they read nothing, and hand in what they had not sent yet. */
  left: string | null;
  csrfToken: string;
  /** This shop among all others, UUID; empty where nobody is signed in. */
  shop: string;
  /** Present only when this database was filled with the demo: the accounts that came with it. */
  demo: { username: string; name: string; role: Role; password: string }[] | null;
}

export interface SignIn {
  username: string;
  password: string;
}

/** Who may change library records. */
export const canEdit = (role: Role): boolean => role === 'specialist' || role === 'reviewer';
/** Who sees drafts; everybody else sees released revisions only. */
export const seesDrafts = canEdit;

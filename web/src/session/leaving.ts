const NAME = 'radiatrix:leaving';

/** Somebody has signed out here without signal: the server is still to hear of it. Kept through reloads. */
export function markLeaving(leaving: boolean): void {
  try {
    if (leaving) localStorage.setItem(NAME, 'yes');
    else localStorage.removeItem(NAME);
  } catch {
    // Without storage nothing of them is kept here either.
  }
}

export function isLeaving(): boolean {
  try {
    return localStorage.getItem(NAME) !== null;
  } catch {
    return false;
  }
}

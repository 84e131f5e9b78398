import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

interface Session {
  csrfToken: string;
  expired: boolean;
  /** What was saved last and waits for a reviewer, until it is waved away or another page is opened. */
  waits: { id: number; title: string } | null;
}
const blank: Session = { csrfToken: '', expired: false, waits: null };

/** The token every write carries, whether the server has forgotten us in the middle of something, and what it keeps for a reviewer. */
const slice = createSlice({
  name: 'session',
  initialState: blank,
  reducers: {
    signedIn: (state, action: PayloadAction<string>) => {
      state.csrfToken = action.payload;
      state.expired = false;
    },
    expired: (state) => void (state.expired = true),
    proposed: (state, action: PayloadAction<Session['waits']>) => void (state.waits = action.payload),
    signedOut: () => blank,
  },
});

export const { signedIn, expired, proposed, signedOut } = slice.actions;
export const session = slice.reducer;

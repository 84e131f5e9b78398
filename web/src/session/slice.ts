import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** The token every write carries, and whether the server has forgotten us in the middle of something. */
const slice = createSlice({
  name: 'session',
  initialState: { csrfToken: '', expired: false },
  reducers: {
    signedIn: (state, action: PayloadAction<string>) => {
      state.csrfToken = action.payload;
      state.expired = false;
    },
    expired: (state) => void (state.expired = true),
    signedOut: () => ({ csrfToken: '', expired: false }),
  },
});

export const { signedIn, expired, signedOut } = slice.actions;
export const session = slice.reducer;

import { catalogue } from '../catalogue.ts';

/** The page that asks for the vehicle. */
export const askWords = catalogue('ask', {
  'correct:one': 'Correct one of them, or leave it out. If the vehicle is real, record it.',
  'correct:it': 'Correct it, or leave it out. If the vehicle is real, record it.',
  complaint: 'Complaint, kept for the job',
});

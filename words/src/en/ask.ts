import { catalogue } from '../catalogue.ts';

/** The page that asks for the vehicle. */
export const askWords = catalogue('ask', {
  complaint: 'Complaint, kept for the job',
});

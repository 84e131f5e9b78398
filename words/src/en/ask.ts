import { catalogue } from '../catalogue.ts';

/** The page that asks for the vehicle. */
export const askWords = catalogue('ask', {
  'correct:one': 'Correct one of them, or leave it out. If the vehicle is real, record it.',
  'correct:it': 'Correct it, or leave it out. If the vehicle is real, record it.',
  // A vehicle of the demo.
  example: '09 tussock diesel auto aircon',
  nothing: 'No vehicle on record was recognised',
  'nothing:do': 'Say the year, make and model, or record the vehicle.',
  complaint: 'Complaint, kept for the job',
});

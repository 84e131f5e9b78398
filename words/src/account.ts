export { accountWords } from './en/account.ts';

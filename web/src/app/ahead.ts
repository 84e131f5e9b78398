/** The Ask view, fetched when somebody is about to type: by the first letter it is there. */
export const askPage = () => import('../stages/ask/AskPage.tsx');

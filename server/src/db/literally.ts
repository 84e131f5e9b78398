/** Words as a pattern that finds them anywhere, their own per cent signs and underscores taken literally. */
export const anywhere = (text: string): string => `%${literally(text)}%`;

/** Words for LIKE, in which nothing stands for anything else. */
export const literally = (text: string): string => text.replace(/[\\%_]/g, '\\$&');

/** Lets the page answer between two pieces of work. */
export const breathe = (): Promise<void> => new Promise(resolve => setTimeout(resolve));

/** A code as codes are compared: the same whatever its capitals. */
export const codeKey = (code: string): string => code.trim().toLowerCase();

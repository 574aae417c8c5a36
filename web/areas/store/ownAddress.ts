/** An address that means the machine it is asked on: a phone that reads it on a label asks itself. */
export const isOwn = (address: string): boolean =>
  /^(?:localhost|127(?:\.\d+){3}|\[::1\]|0\.0\.0\.0)$/.test(new URL(address).hostname);

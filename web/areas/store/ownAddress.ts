/** An address that means the machine it is asked on: a phone that reads it on a label asks itself. */
export const isOwn = (address: string): boolean =>
  /^(?:localhost|127(?:\.\d+){3}|\[::1\]|0\.0\.0\.0)$/.test(
    URL.canParse(address) ? new URL(address).hostname : '',
  );

/** An address that a code may lead to. */
export const isWeb = (address: string): boolean => URL.canParse(address) && /^https?:\/\//i.test(address);

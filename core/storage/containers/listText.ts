/**
 * The text of a list as a file brings it: UTF-16 by its mark, UTF-8 where it is valid, otherwise Windows-1252, in which older
 * tables are saved ("½" and "°" are single bytes there).
 */
export function decodeList(bytes: Uint8Array): string {
  const mark = (bytes[0] ?? 0) * 256 + (bytes[1] ?? 0);
  if (mark === 0xfffe) return new TextDecoder('utf-16le').decode(bytes);
  if (mark === 0xfeff) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

/**
 * The origin of an address, as it may stand in a header: letters, digits, dots and hyphens, and a port; null where it is another thing.
 * @example originOf('https://intranet.example.org/pages') // 'https://intranet.example.org'
 */
export function originOf(text: string): string | null {
  if (!URL.canParse(text)) return null;
  const { protocol, hostname, port, username } = new URL(text);
  if (
    !/^https?:$/.test(protocol) ||
    username !== '' ||
    !/^([a-z0-9]([a-z0-9-]*[a-z0-9])?)(\.[a-z0-9]([a-z0-9-]*[a-z0-9])?)*$/.test(hostname)
  )
    return null;
  return `${protocol}//${hostname}${port === '' ? '' : `:${port}`}`;
}

/** Files at addresses (HTTP): fetched only from hosts that whoever runs Zud has named, and only where they are others than the last. */
import { Readable } from 'node:stream';
import type { Incoming } from './spool';

/** What a server said of a file, so that it is fetched again only where it is another (RFC 9110, 8.8 and 13.1). */
export interface Marks {
  readonly etag: string | null;
  readonly modified: string | null;
}
export interface Found extends Marks {
  readonly filename: string;
  readonly body: Incoming;
}

/** Why nothing was fetched, in words for whoever asked. */
export class AddressFault extends Error {
  /** @param passes it may be otherwise in a while */
  constructor(
    message: string,
    readonly passes = false,
  ) {
    super(message);
  }
}

const MOST_REDIRECTS = 5;
const LONGEST_FILENAME = 200;
/** Milliseconds until a server has to answer. */
const PATIENCE = 30_000;

/**
 * @param hosts hosts that files may come from, each with its port where that is not the usual; '*' for any
 * @throws AddressFault where nothing may be fetched from there
 */
export function addressOf(text: string, hosts: readonly string[]): URL {
  const url = URL.canParse(text.trim()) ? new URL(text.trim()) : null;
  if (url === null || !['http:', 'https:'].includes(url.protocol))
    throw new AddressFault('That is no address of a file: it begins with https:// or http://.');
  if (url.username !== '' || url.password !== '')
    throw new AddressFault('An address with a password in it is not kept; let the file be at one without.');
  if (hosts.includes('*') || hosts.includes(url.host.toLowerCase())) return url;
  throw new AddressFault(
    hosts.length === 0
      ? 'Files are fetched from no addresses here. Whoever runs Zud allows their hosts with ZUD_SOURCE_HOSTS.'
      : `Files are not fetched from ${url.host} here, only from ${hosts.join(', ')}. Whoever runs Zud allows more hosts with ZUD_SOURCE_HOSTS.`,
  );
}

/**
 * @param known what was said of the file that is there already; null: it is fetched in any case
 * @returns null where it is the same as the known one
 * @throws AddressFault
 */
export async function fileAt(
  address: string,
  hosts: readonly string[],
  known: Marks | null,
  signal: AbortSignal,
): Promise<Found | null> {
  let url = addressOf(address, hosts);
  for (let hop = 0; hop <= MOST_REDIRECTS; hop += 1) {
    const response = await answerOf(url, known, signal);
    const { status, headers } = response;
    const elsewhere = headers.get('location');
    if (status === 304) return null;
    if (status >= 300 && status < 400 && elsewhere !== null) {
      await response.body?.cancel();
      url = addressOf(new URL(elsewhere, url).href, hosts);
      continue;
    }
    if (!response.ok || response.body === null) {
      await response.body?.cancel();
      throw new AddressFault(
        `${url.host} answers ${status}${STATUS[status] ?? ''} for this address.`,
        status >= 500 || status === 429,
      );
    }
    if ((headers.get('content-type') ?? '').startsWith('text/html')) {
      await response.body.cancel();
      throw new AddressFault(
        'There is a page for people at this address, not a file. Name the address of the file itself.',
      );
    }
    return {
      etag: headers.get('etag'),
      modified: headers.get('last-modified'),
      filename: filenameOf(url, headers.get('content-disposition')),
      body: {
        // the web's stream and Node's are of one shape, which their types do not say
        body: toItsEnd(Readable.fromWeb(response.body as Parameters<typeof Readable.fromWeb>[0]), url.host, signal),
        length: Number(headers.get('content-length') ?? 0),
        gone: () => signal.aborted,
      },
    };
  }
  throw new AddressFault('The address leads from one to another without an end.');
}

async function* toItsEnd(
  body: AsyncIterable<Uint8Array>,
  host: string,
  signal: AbortSignal,
): AsyncGenerator<Uint8Array> {
  try {
    yield* body;
  } catch (error) {
    if (signal.aborted) throw error;
    throw new AddressFault(`${host} broke off in the middle of the file.`, true);
  }
}

const STATUS: Readonly<Record<number, string>> = {
  401: ' (a password is asked for)',
  403: ' (it is not shown)',
  404: ' (there is nothing)',
  410: ' (it is gone)',
  429: ' (asked too often)',
  500: ' (it has a fault of its own)',
  503: ' (it is busy)',
};

async function answerOf(url: URL, known: Marks | null, signal: AbortSignal): Promise<Response> {
  const late = new AbortController();
  const timer = setTimeout(() => late.abort(), PATIENCE);
  try {
    return await fetch(url, {
      redirect: 'manual',
      signal: AbortSignal.any([signal, late.signal]),
      headers: {
        'user-agent': 'Zud',
        // else fetch says no-cache with a condition, and some servers then send the whole file
        'cache-control': 'max-age=0',
        ...(known === null || known.etag === null ? {} : { 'if-none-match': known.etag }),
        ...(known === null || known.modified === null ? {} : { 'if-modified-since': known.modified }),
      },
    });
  } catch (error) {
    if (signal.aborted) throw error;
    throw new AddressFault(
      late.signal.aborted
        ? `${url.host} did not answer within ${PATIENCE / 1000} seconds.`
        : `${url.host} cannot be reached (${reasonOf(error)}).`,
      true,
    );
  } finally {
    clearTimeout(timer);
  }
}

function reasonOf(error: unknown): string {
  const { cause } = error as { cause?: { code?: string } };
  return (
    { ENOTFOUND: 'there is no such host', ECONNREFUSED: 'nothing listens there' }[cause?.code ?? ''] ??
    'the connection failed'
  );
}

function filenameOf(url: URL, disposition: string | null): string {
  const said = /filename="?([^";]+)"?/i.exec(disposition ?? '')?.[1];
  const last = said ?? decodeURIComponent(url.pathname.split('/').at(-1) ?? '');
  return (last.replace(/[/\\]/g, '_').trim() || 'file').slice(0, LONGEST_FILENAME);
}

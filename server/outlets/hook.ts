/**
 * Hooks: an event of CloudEvents 1.0 (structured JSON) by HTTP to an address that an admin allowed, signed by HMAC-SHA256 over its time stamp
 * and its body: `zud-signature: t=1760335200,v1=<hex>`. After the secret was changed, what is sent is signed by both until it is changed again.
 */
import { createHmac, timingSafeEqual } from 'node:crypto';
import { Refused, type Addressee, type Message, type Outlet } from './outlet';

/** Milliseconds after which a hook that does not answer is given up for this time. */
const PATIENCE = 15_000;
/** Seconds that a signature is good for. */
export const SIGNED_FOR = 300;

export class Hook implements Outlet {
  constructor(
    /** Where the events come from: the address of this installation. */
    private readonly source: string,
    private readonly now: () => Date,
    private readonly patience = PATIENCE,
  ) {}

  async send(message: Message, to: Addressee): Promise<string> {
    const body = JSON.stringify({
      specversion: '1.0',
      id: message.key,
      source: this.source,
      type: message.type,
      time: this.now().toISOString(),
      subject: message.subject,
      datacontenttype: 'application/json',
      data: message.data,
    });
    const response = await fetch(to.address, {
      method: 'POST',
      redirect: 'error',
      signal: AbortSignal.timeout(this.patience),
      headers: {
        'content-type': 'application/cloudevents+json; charset=utf-8',
        'user-agent': 'Zud',
        'zud-signature': signed(body, to.secret ?? '', this.now()),
      },
      body,
    }).catch((error: unknown) => {
      if ((error as { name?: string }).name !== 'TimeoutError') throw error;
      throw new Error(`The other side did not answer in ${Math.ceil(this.patience / 1000)} s.`);
    });
    const said = (await response.text().catch(() => '')).slice(0, 300);
    if (response.ok) return `${response.status}${said === '' ? '' : `: ${said}`}`;
    // that it was wrong to send it will not change; all else may
    if (response.status >= 400 && response.status < 500 && ![408, 425, 429].includes(response.status))
      throw new Refused(`The other side refused it with ${response.status}${said === '' ? '' : `: ${said}`}.`);
    throw new Error(`The other side answered ${response.status}${said === '' ? '' : `: ${said}`}.`);
  }
}

/** @param secrets one, or several in a text with a line each, while one takes the place of another */
export function signed(body: string, secrets: string, at: Date): string {
  const time = Math.floor(at.getTime() / 1000);
  const marks = secrets
    .split('\n')
    .map((secret) => `v1=${createHmac('sha256', secret).update(`${time}.${body}`).digest('hex')}`);
  return `t=${time},${marks.join(',')}`;
}

/** Is a body signed by a secret, not long ago? For receivers. */
export function isSigned(body: string, signature: string, secret: string, now: Date): boolean {
  const parts = signature.split(',').map((part) => part.split('='));
  const time = Number(parts.find(([key]) => key === 't')?.[1]);
  if (!Number.isFinite(time) || Math.abs(now.getTime() / 1000 - time) > SIGNED_FOR) return false;
  const wanted = Buffer.from(createHmac('sha256', secret).update(`${time}.${body}`).digest('hex'));
  return parts.some(([key, value]) => {
    const given = Buffer.from(value ?? '');
    return key === 'v1' && given.length === wanted.length && timingSafeEqual(given, wanted);
  });
}

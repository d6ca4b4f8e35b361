/** A stand-in for a server of mail, for the demo and the tests: it takes whatever is sent, keeps it in memory, and shows it on a page of its own. */
import { createServer } from 'node:http';
import express from 'express';
import { simpleParser, type ParsedMail } from 'mailparser';
import { SMTPServer } from 'smtp-server';
import { escaped } from '@zud/core/chart/svg/marks';
import { framed, helmetOf, listening, portOf, stopped } from './pages';

export interface CaughtMail {
  readonly number: number;
  readonly at: Date;
  readonly to: readonly string[];
  readonly mail: ParsedMail;
  /** As it came over the line. */
  readonly raw: string;
}

export interface MailStandIn {
  /** For `ZUD_SMTP`. */
  readonly smtp: string;
  /** The page that shows what came. */
  readonly page: string;
  /** All that came and was kept, the latest last. */
  readonly caught: readonly CaughtMail[];
  close(): Promise<void>;
}

const MOST_KEPT = 500;
const MOST_BYTES = 30_000_000;

interface Refusal {
  readonly code: number;
  readonly text: string;
}

/** @param smtpPort, pagePort 0: any that is free. @param refuse what the server says instead of taking a message; null: it takes it */
export async function startMailStandIn(
  smtpPort: number,
  pagePort: number,
  refuse: () => Refusal | null | Promise<Refusal | null> = () => null,
): Promise<MailStandIn> {
  const caught: CaughtMail[] = [];
  let count = 0;
  const smtp = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    size: MOST_BYTES,
    logger: false,
    onData(stream, session, done) {
      const parts: Buffer[] = [];
      stream.on('data', (part: Buffer) => parts.push(part));
      stream.on('end', () => {
        const taken = async () => {
          const refused = await refuse();
          if (refused !== null) throw Object.assign(new Error(refused.text), { responseCode: refused.code });
          const raw = Buffer.concat(parts);
          const mail = await simpleParser(raw);
          count += 1;
          const to = session.envelope.rcptTo.map(({ address }) => address);
          caught.push({ number: count, at: new Date(), to, mail, raw: raw.toString('latin1') });
          if (caught.length > MOST_KEPT) caught.shift();
          return `kept as ${count}`;
        };
        taken().then(
          (said) => done(null, said),
          (error: Error) => done(error),
        );
      });
    },
  });
  smtp.on('error', () => undefined);
  await new Promise<void>((resolve, reject) => {
    smtp.server.once('error', reject);
    smtp.listen(smtpPort, '127.0.0.1', () => resolve());
  });
  const page = await listening(createServer(pages(caught)), pagePort);
  return {
    smtp: `smtp://127.0.0.1:${portOf(smtp.server)}`,
    page: `http://127.0.0.1:${portOf(page)}`,
    caught,
    async close() {
      await Promise.all([new Promise<void>((resolve) => smtp.close(() => resolve())), stopped(page)]);
    },
  };
}

function pages(caught: readonly CaughtMail[]) {
  const app = express();
  app.disable('x-powered-by');
  app.use(helmetOf());
  const byNumber = (said: string | undefined) => caught.find(({ number }) => number === Number(said));
  app.get('/', (_request, response) => {
    const rows = [...caught]
      .reverse()
      .map(
        ({ number, at, to, mail }) =>
          `<tr><td>${at.toLocaleString('en-GB')}</td><td>${escaped(to.join(', '))}</td><td><a href="/messages/${number}">${escaped(mail.subject ?? '(no subject)')}</a></td></tr>`,
      );
    response.send(
      framed(
        'Mail that was sent',
        rows.length === 0
          ? '<p>Nothing was sent yet. What Zud sends by mail comes here; nothing leaves this machine.</p>'
          : `<table><thead><tr><th>At</th><th>To</th><th>Subject</th></tr></thead><tbody>${rows.join('')}</tbody></table>`,
      ),
    );
  });
  app.get('/messages', (_request, response) => {
    response.json(
      caught.map(({ number, at, to, mail }) => ({ number, at, to, subject: mail.subject, text: mail.text })),
    );
  });
  app.get('/messages/:number', (request, response) => {
    const one = byNumber(request.params['number']);
    if (one === undefined) {
      response.status(404).send(framed('Not kept', '<p>This message is not kept any more.</p>'));
      return;
    }
    const files = one.mail.attachments
      .filter(({ related }) => !related)
      .map(({ filename, size }) => `${filename ?? 'a file'} (${Math.ceil(size / 1000)} kB)`);
    const unsubscribe = one.mail.headers.get('list-unsubscribe') ?? one.mail.headers.get('list');
    response.send(
      framed(
        one.mail.subject ?? '(no subject)',
        `<p>To ${escaped(one.to.join(', '))}, ${one.at.toLocaleString('en-GB')}${files.length === 0 ? '' : `; with ${escaped(files.join(', '))}`}${unsubscribe === undefined ? '' : '; can be ended by one click'}</p><iframe src="/messages/${one.number}/body" title="The message" sandbox></iframe><p><a href="/">All messages</a></p>`,
      ),
    );
  });
  app.get('/messages/:number/body', (request, response) => {
    const one = byNumber(request.params['number']);
    response
      .status(one === undefined ? 404 : 200)
      .send(one?.mail.html || `<pre>${escaped(one?.mail.text ?? '')}</pre>`);
  });
  return app;
}

/** What the stand-ins share: a small server on loopback, and pages in the look of the product. */
import type { RequestHandler } from 'express';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import helmet from 'helmet';
import { escaped } from '@zud/core/chart/svg/marks';
import { TOKENS } from '@zud/core/chart/tokens';

export const portOf = (server: Pick<Server, 'address'>): number => (server.address() as AddressInfo).port;

/** @param port 0: any that is free. @throws where it is taken */
export async function listening(server: Server, port: number): Promise<Server> {
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => resolve());
  });
  return server;
}

export async function stopped(server: Server): Promise<void> {
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
}

/** Pages without scripts; frames of their own only. @param pictures from where a page with a script of its own shows pictures */
export const helmetOf = (pictures?: string): RequestHandler =>
  helmet({
    contentSecurityPolicy: {
      directives: {
        defaultSrc: ["'none'"],
        styleSrc: ["'unsafe-inline'"],
        imgSrc: ["'self'", 'data:', ...(pictures === undefined ? [] : [pictures])],
        frameSrc: ["'self'"],
        frameAncestors: ["'self'"],
        upgradeInsecureRequests: null,
        ...(pictures === undefined ? {} : { scriptSrc: ["'self'"], connectSrc: ["'self'"] }),
      },
    },
    strictTransportSecurity: false,
    frameguard: { action: 'sameorigin' },
  }) as RequestHandler;

/** @param body markup */
export function framed(title: string, body: string): string {
  const { paper, ink, quiet, line } = TOKENS.light;
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escaped(title)}</title><style>body{margin:0 auto;max-width:880px;padding:28px 24px;background:${paper};color:${ink};font:16px/1.5 Georgia,serif}h1{font-size:24px}table{border-collapse:collapse;width:100%}td,th{text-align:left;padding:8px 14px 8px 0;border-bottom:1px solid ${line};vertical-align:top;font-size:14px}th,p{color:${quiet}}a{color:${ink}}iframe{width:100%;height:70vh;border:1px solid ${line};background:#fff}</style></head><body><h1>${escaped(title)}</h1>${body}</body></html>`;
}

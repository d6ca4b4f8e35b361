/** Signing in and out, and who a request is from: a session cookie or a personal access token. */
import { parse as parseCookie, serialize } from 'cookie';
import { Router, type NextFunction, type Request, type Response } from 'express';
import { z } from 'zod';
import { addAccessToken, allPeople, beginSession, endSession, personByPassword, personOfAccessToken, personOfSession } from '../store/people';
import { handle, parsed, personOf, type Context } from './context';
import { Problem } from './problem';

const COOKIE = 'zud_session';

/** Failed attempts at one account within the window before it has to wait. */
const ATTEMPTS = { most: 10, window: 60_000 };

export const credentials = z.object({ email: z.string().min(3).max(200), password: z.string().min(1).max(500) });

function cookieOf(request: Request): string | undefined {
  return parseCookie(request.headers.cookie ?? '')[COOKIE];
}

export function identify({ database, now }: Context) {
  return (request: Request, _response: Response, next: NextFunction): void => {
    const bearer = /^Bearer (\S+)$/.exec(request.headers.authorization ?? '')?.[1];
    const token = cookieOf(request);
    const found = bearer !== undefined ? personOfAccessToken(database.store, bearer) : token !== undefined ? personOfSession(database.store, token, now()) : Promise.resolve(null);
    found.then((person) => {
      if (person) request.person = person;
      next();
    }, next);
  };
}

/** What is there for who has not signed in: signing in, and what links show. */
const OPEN = [/^\/session\/?$/, /^\/shared\//];

/** All else is refused before anything of the request is looked at. */
export function requireSignIn(request: Request, _response: Response, next: NextFunction): void {
  if (!OPEN.some((path) => path.test(request.path))) personOf(request);
  next();
}

/** Changes sent by another site's page in the person's name are refused: they do not carry this origin. */
export function sameOrigin(request: Request, _response: Response, next: NextFunction): void {
  const { origin, host } = request.headers;
  if (request.method !== 'GET' && origin !== undefined && origin !== `http://${host}` && origin !== `https://${host}`) next(new Problem(403, 'Not allowed', 'This request came from another site.'));
  else next();
}

export function sessionRoutes(context: Context): Router {
  const { database, now } = context;
  const router = Router();
  const failures = new Map<string, number[]>();

  router.post('/session', handle(async (request, response) => {
    const { email, password } = parsed(credentials, request.body);
    const key = email.toLowerCase();
    const at = now().getTime();
    const recent = (failures.get(key) ?? []).filter((time) => at - time < ATTEMPTS.window);
    if (recent.length >= ATTEMPTS.most) throw new Problem(429, 'Too many attempts', 'Wait a minute and try again.');
    const person = await personByPassword(database.store, email, password);
    if (!person) {
      failures.set(key, [...recent, at]);
      throw new Problem(401, 'Not signed in', 'The e-mail address or the password is not right.');
    }
    failures.delete(key);
    const { token, expiresAt } = await beginSession(database.store, person.id, now());
    response.setHeader('set-cookie', serialize(COOKIE, token, { httpOnly: true, sameSite: 'lax', path: '/', expires: expiresAt }));
    return { person };
  }));
  router.get('/session', handle(async (request) => ({ person: personOf(request) })));
  router.delete('/session', handle(async (request, response) => {
    const token = cookieOf(request);
    if (token !== undefined) await endSession(database.store, token);
    response.setHeader('set-cookie', serialize(COOKIE, '', { httpOnly: true, sameSite: 'lax', path: '/', maxAge: 0 }));
    return undefined;
  }));
  router.post('/tokens', handle(async (request) => {
    const person = personOf(request);
    const { name } = parsed(z.object({ name: z.string().min(1).max(80) }), request.body);
    return { token: await addAccessToken(database.store, person.id, name) };
  }));
  router.get('/people', handle(async (request) => {
    personOf(request);
    return (await allPeople(database.store)).map(({ id, name, email, role }) => ({ id, name, email, role }));
  }));
  return router;
}

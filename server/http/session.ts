/** Signing in and out, and who a request is from: a session cookie or a personal access token, which may do less. */
import { parse as parseCookie, serialize } from 'cookie';
import { Router, type NextFunction, type Request, type Response } from 'express';
import { chosenPasswordBody, credentials, passwordBody, tokenBody } from '@zud/core/contract/people';
import { changePassword, choosePassword, personByPassword, roleCovers } from '../store/people';
import { audit, type TokenScope } from '../store/schema';
import {
  addAccessToken,
  beginSession,
  endSession,
  personOfAccessToken,
  personOfSession,
  sessionsOf,
  tokensOf,
  withdrawToken,
} from '../store/sessions';
import { handle, idOf, parsed, personOf, type Context } from './context';
import { forbidden, Problem } from '@zud/core/contract/problem';
import { HeldBack, Throttle } from './throttle';

const COOKIE = 'zud_session';
/** Browsers take a cookie of such a name over TLS only, for all of the site, from the site itself. */
const SECURE_COOKIE = `__Host-${COOKIE}`;

function tokenIn(request: Request): string | undefined {
  const cookies = parseCookie(request.headers.cookie ?? '');
  return cookies[SECURE_COOKIE] ?? (request.secure ? undefined : cookies[COOKIE]);
}

function setSession(request: Request, response: Response, token: string, expires: Date): void {
  const usual = { httpOnly: true, sameSite: 'lax', path: '/', expires } as const;
  response.append(
    'set-cookie',
    request.secure ? serialize(SECURE_COOKIE, token, { ...usual, secure: true }) : serialize(COOKIE, token, usual),
  );
}

export function identify({ database, now }: Context) {
  return (request: Request, _response: Response, next: NextFunction): void => {
    const bearer = /^Bearer (\S+)$/.exec(request.headers.authorization ?? '')?.[1];
    const token = tokenIn(request);
    const found =
      bearer !== undefined
        ? personOfAccessToken(database.store, bearer, now())
        : token !== undefined
          ? personOfSession(database.store, token, now())
          : Promise.resolve(null);
    found.then((signedIn) => {
      if (signedIn !== null) {
        request.person = signedIn.person;
        request.credential = signedIn.credential;
      }
      next();
    }, next);
  };
}

/** What is there for who has not signed in: signing in, choosing a password by a link, and what links show. */
const OPEN = [/^\/session\/?$/, /^\/password\/?$/, /^\/shared\//];

/** All else is refused before anything of the request is looked at; and what a token may not do. */
export function requireSignIn(request: Request, _response: Response, next: NextFunction): void {
  if (!OPEN.some((path) => path.test(request.path))) personOf(request);
  const { credential } = request;
  if (credential?.kind === 'token') {
    const needed = scopeNeeded(request.method, request.path);
    if (needed === null) throw forbidden('This is done by a person who signed in, not by a token.');
    if (!credential.scopes.includes(needed))
      throw forbidden(`This token may not do that: it needs the scope “${needed}”. Make another token for it.`);
  }
  next();
}

/** Routes that only compute, though their questions are too long for an address. */
const COMPUTES = /^\/(answers(\/\w+)?|exports|models\/[^/]+\/(read|findings)|boards\/[^/]+\/exports)\/?$/;

/** The scope that a request needs; null where no token may make it. */
export function scopeNeeded(method: string, path: string): TokenScope | null {
  if (/^\/(tokens|sessions?|password|people|audit|groups)(\/|$)/.test(path))
    return method === 'GET' && /^\/(session|people)\/?$/.test(path) ? 'read' : null;
  if (method === 'GET' || method === 'HEAD' || COMPUTES.test(path)) return 'read';
  return /^\/(tables|imports)(\/|$)|^\/models(\/[^/]+)?\/?$|^\/models\/[^/]+\/draft/.test(path) ? 'steward' : 'ask';
}

/** Changes sent by another site's page in the person's name are refused: they do not carry this origin. */
export function sameOrigin(request: Request, _response: Response, next: NextFunction): void {
  const { origin, host } = request.headers;
  if (request.method !== 'GET' && origin !== undefined && origin !== `http://${host}` && origin !== `https://${host}`)
    next(new Problem(403, 'Not allowed', 'This request came from another site.'));
  else next();
}

export function sessionRoutes(context: Context): Router {
  const { database, feed, now } = context;
  const { store } = database;
  const router = Router();
  const throttle = new Throttle(database);
  const noted = (action: string, personId: string | null, detail: object) =>
    store.insert(audit).values({ personId, action, subject: personId ?? 'sign-in', detail });
  const addressOf = (request: Request) => request.ip ?? '';

  router.post(
    '/session',
    handle(async (request, response) => {
      const { email, password } = parsed(credentials, request.body);
      const right = await throttle.guess(email, addressOf(request)).catch(async (error: unknown) => {
        if (error instanceof HeldBack && error.isFirst)
          await noted('sign-in held back', null, { from: addressOf(request) });
        throw error;
      });
      const person = await personByPassword(store, email, password);
      if (!person) {
        await noted('sign-in refused', null, { from: addressOf(request) });
        throw new Problem(401, 'Not signed in', 'The e-mail address or the password is not right.');
      }
      await right();
      const { token, expiresAt } = await beginSession(store, person.id, request.headers['user-agent'] ?? '', now());
      await noted('signed in', person.id, { from: addressOf(request) });
      setSession(request, response, token, expiresAt);
      return { person };
    }),
  );
  router.get(
    '/session',
    handle(async (request) => ({ person: personOf(request) })),
  );
  router.delete(
    '/session',
    handle(async (request, response) => {
      const { person, credential } = request;
      if (person !== undefined && credential?.kind === 'session') {
        await endSession(store, person.id, credential.id).catch(() => undefined);
        feed.endOf(credential.id);
        await noted('signed out', person.id, {});
      }
      for (const name of [COOKIE, SECURE_COOKIE])
        response.append(
          'set-cookie',
          serialize(name, '', {
            httpOnly: true,
            sameSite: 'lax',
            path: '/',
            maxAge: 0,
            secure: name === SECURE_COOKIE,
          }),
        );
      return undefined;
    }),
  );
  /** Changes one's own password; all other sessions end. */
  router.put(
    '/session/password',
    handle(async (request) => {
      const person = personOf(request);
      const body = parsed(passwordBody, request.body);
      const right = await throttle.guess(person.email, addressOf(request));
      const { credential } = request;
      if (
        !(await changePassword(
          store,
          person,
          body.old,
          body.password,
          credential?.kind === 'session' ? credential.id : null,
        ))
      )
        throw new Problem(403, 'Not changed', 'The old password is not right; it stays as it is.');
      await right();
      return undefined;
    }),
  );
  /** By a one-time link: for who was added, or forgot. */
  router.post(
    '/password',
    handle(async (request) => {
      const { token, password } = parsed(chosenPasswordBody, request.body);
      const person = await choosePassword(store, token, password, now());
      feed.endOfPerson(person.id);
      return { email: person.email };
    }),
  );

  router.get(
    '/sessions',
    handle(async (request) => {
      const { id } = personOf(request);
      return (await sessionsOf(store, id, now())).map((one) => ({
        ...one,
        current: request.credential?.kind === 'session' && request.credential.id === one.id,
      }));
    }),
  );
  router.delete(
    '/sessions/:session',
    handle(async (request) => {
      const person = personOf(request);
      const id = idOf(request, 'session');
      await endSession(store, person.id, id);
      feed.endOf(id);
      return undefined;
    }),
  );

  router.get(
    '/tokens',
    handle(async (request) => tokensOf(store, personOf(request).id, now())),
  );
  router.post(
    '/tokens',
    handle(async (request) => {
      const person = personOf(request);
      const body = parsed(tokenBody, request.body);
      if (body.scopes.includes('steward') && !roleCovers(person.role, 'steward'))
        throw forbidden('A token may not do more than its person: the scope “steward” is for stewards.');
      return addAccessToken(store, person.id, body, now());
    }),
  );
  router.delete(
    '/tokens/:token',
    handle(async (request) => {
      const person = personOf(request);
      const id = idOf(request, 'token');
      await withdrawToken(store, person.id, id, now());
      feed.endOf(id);
      return undefined;
    }),
  );
  return router;
}

/** The API described as OpenAPI 3.1, with bodies from the same Zod schemas that check them. */
import { z } from 'zod';
import { savedNameSchema } from '@zud/core/model/saved';
import { editSchema } from '@zud/core/reading/edit-schema';
import { readingSchema } from '@zud/core/reading/schema';
import { modelFileSchema } from '@zud/core/model/schema';
import { commentBody } from './board-comments';
import { boardExportBody } from './board-files';
import { refineBody, refinementBody } from './board-refinements';
import { linkBody } from './board-sharing';
import { tileBody, tileChangeBody } from './board-tiles';
import { boardBody, boardChangeBody, draftBody } from './boards';
import { answerBody, askBody, exportBody, marksBody } from './inquiries';
import { personBody, personChangeBody } from './people';
import { chosenPasswordBody, credentials, passwordBody, tokenBody } from './session';
import { VERSION } from './version';

type Method = 'get' | 'post' | 'put' | 'patch' | 'delete';

interface Operation {
  readonly method: Method;
  readonly path: string;
  readonly does: string;
  readonly body?: string | { readonly type: string };
  readonly query?: readonly string[];
  readonly open?: true;
}

const OPERATIONS: readonly Operation[] = [
  { method: 'get', path: '/health', does: 'Says whether the server and its database are up', open: true },
  { method: 'post', path: '/session', does: 'Signs in and sets the session cookie', body: 'Credentials', open: true },
  { method: 'get', path: '/session', does: 'The person signed in' },
  { method: 'delete', path: '/session', does: 'Signs out' },
  {
    method: 'put',
    path: '/session/password',
    does: 'Changes one’s own password; other sessions end',
    body: 'Password',
  },
  {
    method: 'post',
    path: '/password',
    does: 'Chooses a password by a one-time link',
    body: 'ChosenPassword',
    open: true,
  },
  { method: 'get', path: '/sessions', does: 'Where one is signed in' },
  { method: 'delete', path: '/sessions/{session}', does: 'Ends a session of one’s own' },
  { method: 'get', path: '/tokens', does: 'One’s personal access tokens' },
  {
    method: 'post',
    path: '/tokens',
    does: 'Makes a personal access token with scopes and an end, shown this once',
    body: 'Token',
  },
  { method: 'delete', path: '/tokens/{token}', does: 'Withdraws a token' },
  { method: 'get', path: '/people/everyone', does: 'Everyone, those who were taken away too (admin)' },
  {
    method: 'post',
    path: '/people',
    does: 'Adds a person; the link by which they choose a password is shown this once (admin)',
    body: 'Person',
  },
  {
    method: 'patch',
    path: '/people/{person}',
    does: 'Changes a person’s name, role or groups, takes them away or back (admin)',
    body: 'PersonChange',
  },
  {
    method: 'post',
    path: '/people/{person}/password-link',
    does: 'A one-time link by which a person chooses a new password (admin)',
  },
  { method: 'delete', path: '/people/{person}/sessions', does: 'Signs a person out everywhere (admin)' },
  { method: 'get', path: '/groups', does: 'Groups of people (admin)' },
  { method: 'get', path: '/people', does: 'People to share with' },
  {
    method: 'post',
    path: '/tables',
    does: 'Loads a table from CSV: whole, with rows added, or with the rows of some days replaced (steward)',
    body: { type: 'text/csv' },
    query: ['name', 'types', 'mode', 'by', 'from', 'to'],
  },
  {
    method: 'put',
    path: '/tables/{name}',
    does: 'Takes up a table that somebody else keeps in the data schema, or notes that its data changed (steward)',
  },
  { method: 'get', path: '/tables', does: 'Loaded tables (steward)' },
  { method: 'get', path: '/tables/{name}/uses', does: 'The models that read a table (steward)' },
  { method: 'delete', path: '/tables/{name}', does: 'Takes a table away that no model reads (steward)' },
  { method: 'get', path: '/models', does: 'Models' },
  { method: 'post', path: '/models', does: 'Makes a model from a model file (steward)', body: 'ModelFile' },
  { method: 'get', path: '/models/{id}', does: 'A model with its levels’ members and first questions' },
  { method: 'put', path: '/models/{id}', does: 'Changes a model (steward)', body: 'ModelFile' },
  { method: 'get', path: '/models/{id}/uses', does: 'What hangs on a model: inquiries, steps, tiles (steward)' },
  {
    method: 'delete',
    path: '/models/{id}',
    does: 'Takes a model away; where something hangs on it, only with ?anyway=yes (steward)',
    query: ['anyway'],
  },
  { method: 'post', path: '/models/{id}/read', does: 'Reads words only; runs nothing' },
  {
    method: 'get',
    path: '/models/{id}/levels/{level}/members',
    does: 'Members of a level, found by text',
    query: ['text'],
  },
  { method: 'get', path: '/models/{id}/suggest', does: 'Completions', query: ['text', 'reading'] },
  {
    method: 'post',
    path: '/answers',
    does: 'The answer of a reading, without a step; edits are made to it first',
    body: 'AnswerRequest',
  },
  { method: 'get', path: '/inquiries/{id}/shares', does: 'With whom an inquiry is shared' },
  {
    method: 'put',
    path: '/inquiries/{id}/shares/{person}',
    does: 'Shares an inquiry with a person to see or to ask; null takes it back',
  },
  { method: 'post', path: '/inquiries/{id}/copy', does: 'A copy of one’s own of an inquiry' },
  {
    method: 'post',
    path: '/models/{id}/names',
    does: 'Saves a calculation or a list of members under a name',
    body: 'SavedName',
  },
  { method: 'delete', path: '/models/{id}/names/{name}', does: 'Takes a saved name back' },
  {
    method: 'post',
    path: '/answers/deeper',
    does: 'The levels an answer can be broken down by, those over which it is spread most unevenly first',
    body: 'AnswerRequest',
  },
  {
    method: 'post',
    path: '/answers/check',
    does: 'Computes numbers of an answer again, one by one from their own records, and says whether they agree',
    body: 'AnswerRequest',
  },
  { method: 'post', path: '/exports', does: 'An answer as a file: CSV, XLSX, SVG, PDF or PPTX', body: 'Export' },
  { method: 'get', path: '/inquiries', does: 'One’s inquiries' },
  { method: 'post', path: '/inquiries', does: 'Begins an inquiry (analyst)' },
  { method: 'get', path: '/inquiries/{id}', does: 'An inquiry with its steps' },
  { method: 'patch', path: '/inquiries/{id}', does: 'Renames an inquiry' },
  { method: 'delete', path: '/inquiries/{id}', does: 'Deletes an inquiry' },
  { method: 'post', path: '/inquiries/{id}/steps', does: 'Asks: words, an edit or a reading → a step', body: 'Ask' },
  { method: 'get', path: '/inquiries/{id}/steps/{step}', does: 'A step with its answer on today’s data' },
  { method: 'patch', path: '/inquiries/{id}/steps/{step}', does: 'Names, stars or folds a step', body: 'StepMarks' },
  { method: 'delete', path: '/inquiries/{id}/steps/{step}', does: 'Deletes a step and those after it; tells which' },
  { method: 'post', path: '/inquiries/{id}/restored', does: 'Brings deleted steps back' },
  { method: 'get', path: '/boards', does: 'Boards one may see' },
  { method: 'post', path: '/boards', does: 'Makes a board (analyst)', body: 'Board' },
  {
    method: 'post',
    path: '/boards/drafts',
    does: 'Drafts a board from a model, a measure or a tile (analyst)',
    body: 'Draft',
  },
  { method: 'get', path: '/boards/{id}', does: 'A board with its tiles', query: ['refinement'] },
  {
    method: 'patch',
    path: '/boards/{id}',
    does: 'Changes a board’s title, its looks or what applies to all its tiles',
    body: 'BoardChange',
  },
  { method: 'delete', path: '/boards/{id}', does: 'Deletes a board (owner)' },
  { method: 'get', path: '/boards/{id}/tiles', does: 'The tiles of a board' },
  {
    method: 'post',
    path: '/boards/{id}/tiles',
    does: 'Pins a reading, or adds words: a text, a section, a commentary',
    body: 'Tile',
  },
  {
    method: 'patch',
    path: '/boards/{id}/tiles/{tile}',
    does: 'Moves, resizes or renames a tile, or lets it keep its own conditions',
    body: 'TileChange',
  },
  {
    method: 'patch',
    path: '/boards/{id}/tiles',
    does: 'Puts several tiles into places, as one act; those that would be covered make room',
    body: 'Places',
  },
  { method: 'delete', path: '/boards/{id}/tiles/{tile}', does: 'Takes a tile off' },
  {
    method: 'get',
    path: '/boards/{id}/tiles/{tile}/answer',
    does: 'A tile’s answer under the board’s sentence and a refinement',
    query: ['refinement'],
  },
  {
    method: 'post',
    path: '/boards/{id}/tiles/{tile}/inquiry',
    does: 'Asks from here: an inquiry that starts with the tile',
    query: ['refinement'],
  },
  {
    method: 'put',
    path: '/boards/{id}/refinement',
    does: 'Refines in words, by edits or by a scope, for me or for everyone',
    body: 'Refine',
  },
  {
    method: 'get',
    path: '/boards/{id}/answers',
    does: 'Answers of many tiles, a line of JSON each as soon as it is there',
    query: ['tiles', 'refinement'],
  },
  {
    method: 'get',
    path: '/boards/{id}/tiles/{tile}/commentary',
    does: 'Sentences computed from the board’s answers, each with its tile',
    query: ['refinement'],
  },
  { method: 'get', path: '/boards/{id}/comments', does: 'The comments of a board and its tiles' },
  {
    method: 'post',
    path: '/boards/{id}/comments',
    does: 'Comments on a board or a tile, or answers a comment',
    body: 'Comment',
  },
  { method: 'patch', path: '/boards/{id}/comments/{comment}', does: 'Closes a thread, or opens it again' },
  { method: 'delete', path: '/boards/{id}/comments/{comment}', does: 'Takes back a comment of one’s own' },
  { method: 'get', path: '/mentions', does: 'Open comments that mention one' },
  {
    method: 'post',
    path: '/boards/{id}/exports',
    does: 'The board as it stands for one, as a file: a slide, a page or a sheet an answer',
    body: 'BoardExport',
  },
  { method: 'get', path: '/boards/{id}/history', does: 'The changes of a board, the latest first' },
  { method: 'post', path: '/boards/{id}/history/{version}', does: 'Shows a board as it was after one of its changes' },
  { method: 'get', path: '/boards/{id}/shares', does: 'Whom a board is shared with (owner)' },
  { method: 'put', path: '/boards/{id}/shares/{person}', does: 'Shares a board, or takes the share back (owner)' },
  { method: 'get', path: '/boards/{id}/groups', does: 'Groups of people, each with its right on a board (owner)' },
  {
    method: 'put',
    path: '/boards/{id}/groups/{group}',
    does: 'Shares a board with a group, or takes the share back (owner)',
  },
  { method: 'get', path: '/boards/{id}/links', does: 'Links by which a board is seen without signing in (owner)' },
  {
    method: 'post',
    path: '/boards/{id}/links',
    does: 'Makes a link that ends, or lets pages of an origin hold the board; the token is shown this once (owner, analyst)',
    body: 'Link',
  },
  { method: 'delete', path: '/boards/{id}/links/{link}', does: 'Withdraws a link (owner)' },
  { method: 'get', path: '/boards/{id}/audit', does: 'What changed the rights of a board (owner)', query: ['before'] },
  { method: 'get', path: '/audit', does: 'Everything that changed rights or data (admin)', query: ['before'] },
  {
    method: 'get',
    path: '/boards/{id}/refinements',
    does: 'One’s named refinements of a board, and the offers of colleagues for those who may change it',
  },
  {
    method: 'patch',
    path: '/boards/{id}/refinements/{refinement}',
    does: 'Names a refinement of one’s own, or offers it as the board’s sentence',
    body: 'Refinement',
  },
  {
    method: 'post',
    path: '/boards/{id}/refinements/{refinement}/taken',
    does: 'Takes an offered refinement into the board’s sentence',
  },
  { method: 'post', path: '/boards/{id}/refinements/{refinement}/declined', does: 'Declines an offered refinement' },
  { method: 'put', path: '/boards/{id}/follow', does: 'Follows a board, or no longer' },
  { method: 'get', path: '/news', does: 'What colleagues changed on boards one follows' },
  { method: 'get', path: '/shared/{token}', does: 'A board by a link', open: true },
  {
    method: 'get',
    path: '/shared/{token}/tiles/{tile}/answer',
    does: 'The answer of a tile by a link, under the link’s own conditions',
    open: true,
  },
  {
    method: 'get',
    path: '/shared/{token}/tiles/{tile}/commentary',
    does: 'The commentary of a board by a link',
    open: true,
  },
  { method: 'get', path: '/boards/{id}/events', does: 'Server-sent events: changes and presence' },
];

const reference = (name: string) => ({ $ref: `#/components/schemas/${name}` });

function bodyOf(body: Operation['body']): object {
  if (body === undefined) return {};
  if (typeof body !== 'string')
    return { requestBody: { required: true, content: { [body.type]: { schema: { type: 'string' } } } } };
  const types = body === 'ModelFile' ? ['application/json', 'application/yaml'] : ['application/json'];
  return {
    requestBody: {
      required: true,
      content: Object.fromEntries(types.map((type) => [type, { schema: reference(body) }])),
    },
  };
}

export function openApi(): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const operation of OPERATIONS) {
    const inPath = [...operation.path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
      name,
      in: 'path',
      required: true,
      schema: { type: 'string' },
    }));
    const inQuery = (operation.query ?? []).map((name) => ({ name, in: 'query', schema: { type: 'string' } }));
    paths[operation.path] = {
      ...paths[operation.path],
      [operation.method]: {
        summary: operation.does,
        ...(inPath.length + inQuery.length > 0 ? { parameters: [...inPath, ...inQuery] } : {}),
        ...bodyOf(operation.body),
        ...(operation.open ? { security: [] } : {}),
        responses: {
          '2XX': { description: 'Done' },
          'default': {
            description: 'A problem',
            content: { 'application/problem+json': { schema: reference('Problem') } },
          },
        },
      },
    };
  }
  const schema = (type: z.ZodType) => z.toJSONSchema(type, { unrepresentable: 'any', io: 'input' });
  return {
    openapi: '3.1.0',
    info: { title: 'Zud', version: VERSION },
    servers: [{ url: '/api' }],
    security: [{ session: [] }, { token: [] }],
    paths,
    components: {
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'zud_session' },
        token: { type: 'http', scheme: 'bearer' },
      },
      schemas: {
        Credentials: schema(credentials),
        Password: schema(passwordBody),
        ChosenPassword: schema(chosenPasswordBody),
        Token: schema(tokenBody),
        Person: schema(personBody),
        PersonChange: schema(personChangeBody),
        ModelFile: schema(modelFileSchema),
        Ask: schema(askBody),
        AnswerRequest: schema(answerBody),
        Export: schema(exportBody),
        StepMarks: schema(marksBody),
        Refine: schema(refineBody),
        Tile: schema(tileBody),
        TileChange: schema(tileChangeBody),
        Refinement: schema(refinementBody),
        Link: schema(linkBody),
        Board: schema(boardBody),
        BoardChange: schema(boardChangeBody),
        Draft: schema(draftBody),
        Comment: schema(commentBody),
        BoardExport: schema(boardExportBody),
        SavedName: schema(savedNameSchema),
        Reading: schema(readingSchema),
        Edit: schema(editSchema),
        Problem: {
          type: 'object',
          properties: { title: { type: 'string' }, status: { type: 'integer' }, detail: { type: 'string' } },
          required: ['title', 'status', 'detail'],
        },
      },
    },
  };
}

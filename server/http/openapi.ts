/** The API described as OpenAPI 3.1: bodies and answers from the schemas of the contract, which also check them. */
import { z } from 'zod';
import * as answers from '@zud/core/contract/answers';
import * as boards from '@zud/core/contract/boards';
import * as inquiries from '@zud/core/contract/inquiries';
import * as models from '@zud/core/contract/models';
import { OPERATIONS, type Operation } from '@zud/core/contract/operations';
import * as people from '@zud/core/contract/people';
import * as sharing from '@zud/core/contract/sharing';
import { modelFileSchema } from '@zud/core/model/schema';
import { savedNameSchema } from '@zud/core/model/saved';
import { editSchema } from '@zud/core/reading/edit-schema';
import { readingSchema } from '@zud/core/reading/schema';
import { VERSION } from './version';

const capital = (name: string) => name.charAt(0).toUpperCase() + name.slice(1);

/** Every schema of the contract that has a name, under that name: `askBody` as Ask, `boardLink` as BoardLink. */
const NAMED: ReadonlyMap<z.ZodType, string> = new Map<z.ZodType, string>([
  [readingSchema, 'Reading'],
  [editSchema, 'Edit'],
  [modelFileSchema, 'ModelFile'],
  [savedNameSchema, 'SavedName'],
  ...[answers, boards, inquiries, models, people, sharing]
    .flatMap((part) => Object.entries(part) as [string, unknown][])
    .flatMap(([name, schema]): [z.ZodType, string][] =>
      schema instanceof z.ZodType ? [[schema, capital(name.replace(/Body$/, 'Request'))]] : [],
    ),
]);

const reference = (name: string) => ({ $ref: `#/components/schemas/${name}` });

function schemaOf(type: z.ZodType, io: 'input' | 'output'): object {
  const name = NAMED.get(type);
  return name === undefined ? z.toJSONSchema(type, { unrepresentable: 'any', io }) : reference(name);
}

function bodyOf({ body }: Operation): object {
  if (body === undefined) return {};
  const content =
    typeof body === 'string'
      ? { [body]: { schema: { type: 'string' } } }
      : Object.fromEntries(
          (body === modelFileSchema ? ['application/json', 'application/yaml'] : ['application/json']).map((type) => [
            type,
            { schema: schemaOf(body, 'input') },
          ]),
        );
  return { requestBody: { required: true, content } };
}

function answerOf({ answers: back }: Operation): object {
  if (back === undefined) return { '204': { description: 'Done' } };
  const content =
    typeof back === 'string'
      ? { [back]: { schema: { type: 'string' } } }
      : { 'application/json': { schema: schemaOf(back, 'output') } };
  return { '2XX': { description: 'Done', content } };
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
        ...bodyOf(operation),
        ...(operation.open ? { security: [] } : {}),
        responses: {
          ...answerOf(operation),
          default: {
            description: 'A problem (RFC 9457)',
            content: { 'application/problem+json': { schema: reference('Problem') } },
          },
        },
      },
    };
  }
  const sent = new Set(
    OPERATIONS.flatMap(({ body }) => (body === undefined || typeof body === 'string' ? [] : [body])),
  );
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
        ...Object.fromEntries(
          [...NAMED].map(([schema, name]) => [
            name,
            z.toJSONSchema(schema, { unrepresentable: 'any', io: sent.has(schema) ? 'input' : 'output' }),
          ]),
        ),
        Problem: {
          type: 'object',
          properties: { title: { type: 'string' }, status: { type: 'integer' }, detail: { type: 'string' } },
          required: ['title', 'status', 'detail'],
        },
      },
    },
  };
}

/** Writes the JSON Schema of the model file, made from the schema that checks it: `npm run schema`. */
import { writeFileSync } from 'node:fs';
import { z } from 'zod';
import { modelFileSchema } from '@zud/core/model/schema';

writeFileSync(
  'docs/model-file.schema.json',
  `${JSON.stringify(z.toJSONSchema(modelFileSchema, { io: 'input' }), null, 2)}\n`,
);

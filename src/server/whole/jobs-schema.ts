import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv';
import formats from 'ajv-formats';
import { z } from 'zod';
import { FieldError } from '../../core/field-error.ts';
import { BoardCut, MadeWith } from '../../shared/board.ts';
import { FinishSchema, WishesSchema } from '../../shared/finish.ts';
import { JOBS_FORMAT, type JobsFile } from '../../shared/jobs-file.ts';
import { LightShares } from '../../shared/lights.ts';
import { LayerSchema, PreparationSchema, StackSchema } from '../../shared/stack.ts';
import type { RecordTable } from '../repositories/tables.ts';

type Schema = Readonly<Record<string, unknown>>;
type Json = { [name: string]: unknown };

/** What is written in columns that hold more than a value. Of the rest the record itself knows the shape. */
const CONTENT: Readonly<Record<string, z.ZodType>> = {
  'job.lights': LightShares,
  'job.wishes': WishesSchema,
  'past_target.wishes': WishesSchema,
  'job_wood.preparation': PreparationSchema,
  'job_wood.draft': StackSchema,
  'stack_version.stack': StackSchema,
  'recipe.stack': StackSchema,
  'recipe.preparation': PreparationSchema,
  'recipe.made_with': MadeWith,
  'board.preparation': PreparationSchema,
  'board.finish': FinishSchema,
  'board.cut': BoardCut,
  'coat.layer': LayerSchema,
};

const VALUES: Readonly<Record<string, Schema>> = {
  uuid: { type: 'string', format: 'uuid' },
  text: { type: 'string' },
  integer: { type: 'integer' },
  bigint: { type: 'integer' },
  'double precision': { type: 'number' },
  boolean: { type: 'boolean' },
  'timestamp with time zone': { type: 'string', format: 'date-time' },
  date: { type: 'string', format: 'date' },
};

function valueSchema(table: string, { name, type }: RecordTable['columns'][number]): Schema {
  const content = CONTENT[`${table}.${name}`];
  if (content) {
    const { $schema: _, ...shape } = z.toJSONSchema(content, { io: 'input' }) as Json;
    return shape;
  }
  if (type.endsWith('[]')) {
    // PostgreSQL does not say of an array how many dimensions it has: of a promise they are stages and bands.
    const value = VALUES[type.slice(0, -2)] ?? {};
    return { type: 'array', items: { anyOf: [value, { type: 'array', items: value }] } };
  }
  return VALUES[type] ?? {};
}

const columnSchema = (table: string, column: RecordTable['columns'][number]): Schema => {
  const shape = valueSchema(table, column);
  return column.required ? shape : { anyOf: [shape, { type: 'null' }] };
};

/** The JSON Schema (2020-12) of a file of jobs, from the tables of the record. */
export const jobsSchema = (tables: readonly RecordTable[]): Schema => ({
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: 'Jobs of a finishing shop: one, or all of a shop with its shelf',
  type: 'object',
  required: ['format', 'version', 'schema', 'of', 'madeAt', 'tables'],
  properties: {
    format: { const: JOBS_FORMAT },
    version: { const: 1 },
    schema: { type: 'integer', description: 'The newest migration of the database that it came from.' },
    of: { enum: ['job', 'shop'] },
    madeAt: { type: 'string', format: 'date-time' },
    tables: {
      type: 'object',
      additionalProperties: false,
      properties: Object.fromEntries(
        tables
          .filter((t) => t.name !== 'brought')
          .map(({ name, columns, key }) => [
            name,
            {
              type: 'array',
              items: {
                type: 'object',
                additionalProperties: false,
                required: key,
                properties: Object.fromEntries(columns.map((c) => [c.name, columnSchema(name, c)])),
              },
            },
          ]),
      ),
    },
  },
});

/** `/tables/board/3/number` as somebody reads it. */
const placeOf = ({ instancePath }: ErrorObject): string => instancePath.slice(1).replaceAll('/', ', ') || 'the file';
const wrongOf = ({ message, params }: ErrorObject): string => {
  const extra = (params as { additionalProperty?: string }).additionalProperty;
  return extra ? `has “${extra.slice(0, 60)}”, which is not known` : (message ?? 'is wrong');
};

/** The schema of this program's tables, compiled once. */
let compiled: { schema: string; valid: ValidateFunction } | null = null;
function validatorOf(tables: readonly RecordTable[]): ValidateFunction {
  const { $schema: _, ...shape } = jobsSchema(tables);
  const schema = JSON.stringify(shape);
  if (compiled?.schema !== schema) {
    const ajv = new Ajv({ strict: false });
    formats.default(ajv, ['uuid', 'date-time', 'date']);
    compiled = { schema, valid: ajv.compile(shape) };
  }
  return compiled.valid;
}

/** @throws FieldError with the place where a file is not as the tables of the record are */
export function mustBeJobs(file: JobsFile, tables: readonly RecordTable[]): void {
  const valid = validatorOf(tables);
  if (valid(file)) return;
  const [error] = valid.errors ?? [];
  throw new FieldError('file', error ? `At ${placeOf(error)}: it ${wrongOf(error)}.` : 'The file makes no sense.');
}

import { Ajv, type JSONSchemaType, type ValidateFunction } from 'ajv';
import { maximumBodyBytes, maximumBytes, maximumHistoryBytes } from '../core/base/limits';
import { log } from './log';
import { problemResponse, Refusal } from './problem';

const ajv = new Ajv({ allErrors: true });
const compiled = new WeakMap<object, ValidateFunction>();

/**
 * Wraps a route handler: its result is sent as JSON, its error as a problem document. A stack trace never leaves the
 * log.
 */
export function handler<P>(run: (request: Request, params: P) => Promise<Response | object | null>) {
  return async (request: Request, context: { params: Promise<P> }): Promise<Response> => {
    try {
      const result = await run(request, await context.params);
      if (result instanceof Response) return result;
      const headers = { 'cache-control': 'no-store' };
      return result === null ? new Response(null, { status: 204, headers }) : Response.json(result, { headers });
    } catch (error) {
      if (error instanceof Refusal) return problemResponse(error.status, error.title, error.message, error.more);
      if (error instanceof Error && error.name === 'Unusable')
        return problemResponse(503, 'The database cannot be used', error.message);
      log.error({ err: error, method: request.method, path: new URL(request.url).pathname }, 'request failed');
      return problemResponse(
        500,
        'Something went wrong here',
        'The server could not do this. Its log says more; nothing was changed.',
      );
    }
  };
}

/** Maximum size of a body, and the refusal of a larger one. */
interface Most {
  readonly bytes: number;
  readonly refusal: string;
}

const ofPlan: Most = { bytes: maximumBodyBytes, refusal: 'A plan may be 4 MiB at most.' };
export const ofReport: Most = { bytes: maximumBytes, refusal: 'An audit’s report may be 4 MiB at most.' };

export const ofHistory: Most = {
  bytes: maximumHistoryBytes,
  refusal: 'A plan with its history may be 64 MiB at most.',
};

/**
 * Reads a JSON body that follows a schema.
 *
 * @throws Refusal 413 for a body that is too large, 415 for another content type, 400 for a body that is no JSON, 422
 * for JSON that does not fit the schema
 */
export async function readJson<T>(request: Request, schema: JSONSchemaType<T>, most: Most = ofPlan): Promise<T> {
  const type = request.headers.get('content-type') ?? '';
  if (!/^application\/json\s*(;|$)/i.test(type))
    throw new Refusal(415, 'Not JSON', 'Send the body as application/json.');
  let body: unknown;
  try {
    body = JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(await readBytes(request, most)));
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal(400, 'Not JSON', 'The body is not JSON in UTF-8.');
  }
  let validate = compiled.get(schema) as ValidateFunction<T> | undefined;
  if (!validate) compiled.set(schema, (validate = ajv.compile(schema)));
  if (validate(body)) return body;
  const errors = (validate.errors ?? []).map((error) => ({
    at: error.instancePath || '/',
    message: error.message ?? 'does not fit',
  }));
  throw new Refusal(422, 'The body does not fit', 'The body is JSON, but not of the shape that is wanted here.', {
    errors,
  });
}

/** Reads the body, and stops as soon as it is too large, whatever length its header gives. */
async function readBytes(request: Request, { bytes, refusal }: Most): Promise<Uint8Array> {
  const tooLarge = (): Refusal => new Refusal(413, 'Too large', refusal);
  if (Number(request.headers.get('content-length') ?? 0) > bytes) throw tooLarge();
  const chunks: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  for (let chunk = await reader?.read(); reader && chunk && !chunk.done; chunk = await reader.read()) {
    size += chunk.value.length;
    if (size > bytes) {
      await reader.cancel();
      throw tooLarge();
    }
    chunks.push(chunk.value);
  }
  return Buffer.concat(chunks);
}

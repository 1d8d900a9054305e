import createClient from 'openapi-fetch';
import { Problem } from './problem';
import type { components, paths } from './schema';

/** No answer, or one that broke off, is told like a refusal: whatever shows refusals shows it, and nothing typed is lost. */
async function ask(request: Request): Promise<Response> {
  // The shop takes writes as JSON alone, also those that say nothing more: a page from elsewhere cannot send that unasked.
  if (request.method !== 'GET' && !request.headers.has('content-type'))
    request.headers.set('content-type', 'application/json');
  try {
    const answer = await fetch(request);
    const body = await answer.arrayBuffer();
    return new Response(body.byteLength > 0 ? body : null, answer);
  } catch (e) {
    if (request.signal.aborted) throw e;
    throw new Problem(
      0,
      'Spolium does not answer. What you typed stands here: try again, nothing is written twice.',
      [],
      [],
    );
  }
}

export const api = createClient<paths>({ baseUrl: '/', fetch: ask });

export type Schemas = components['schemas'];
export type FigureView = Schemas['FigureView'];
export type StepView = Schemas['StepView'];
export type DoseView = Schemas['DoseView'];
export type Figure = Schemas['Figure'];

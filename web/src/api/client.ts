import createClient from 'openapi-fetch';
import type { components, paths } from './schema';

export const api = createClient<paths>({ baseUrl: '/' });

export type Schemas = components['schemas'];
export type FigureView = Schemas['FigureView'];
export type StepView = Schemas['StepView'];
export type DoseView = Schemas['DoseView'];
export type Figure = Schemas['Figure'];

import createClient from 'openapi-fetch'

import { inOwnWords } from '../shared/say/marked'
import { reach } from './reach'
import type { components, paths } from './schema'

export type Schemas = components['schemas']
export type LightName = Schemas['LightOut']['name']
export type Layer = Schemas['LayerIn']
export type ToolName = Schemas['RecipesIn']['tool']
/** In which unit amounts are said. */
export type UnitName = Schemas['UnitOut']['key']
export type Area = Schemas['SpotIn'] | Schemas['BoxIn'] | Schemas['FreehandIn']
/** What a person says a colour is. */
export type Colour = Schemas['TargetIn']['colour']
export type Lighting = NonNullable<Schemas['SchemeIn']['lighting']>
export type Method = Schemas['MethodOut']['method']

export const api = createClient<paths>({ fetch: reach })

/** A request that the server refused; the message says what is wrong and what to do. */
export class ApiError extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly fields: Record<string, string> = {},
  ) {
    super(message)
  }
}

interface Answer<T> {
  data?: T
  error?: unknown
  response: Response
}

/** Return what a request gave, its sentences in the units that were set, or throw an ApiError with the server's words. */
export function unwrap<T>(answer: Answer<T>): T {
  if (answer.response.ok) return inOwnWords(answer.data as T)
  throw problem(answer.error, answer.response.status)
}

function problem(error: unknown, status: number): ApiError {
  const said = error as Partial<Schemas['Problem']> | undefined
  return new ApiError(
    said?.detail ? inOwnWords(said.detail) : `The program gave no answer (${status.toString()}).`,
    status,
    inOwnWords(said?.fields ?? {}),
  )
}

/** Send a photo as it is; openapi-fetch would turn it to JSON. */
export async function sendPhoto(
  jobId: number,
  file: File,
  signal?: AbortSignal,
): Promise<Schemas['PhotoOut']> {
  const name = encodeURIComponent(file.name || 'photo')
  return sendFile(`/api/jobs/${jobId.toString()}/photos?name=${name}`, file, signal)
}

/** Send a file as it is to an address of the program, and return what it answers. */
export async function sendFile<T>(address: string, file: Blob, signal?: AbortSignal): Promise<T> {
  const response = await reach(address, { method: 'POST', body: file, ...(signal ? { signal } : {}) })
  const body: unknown = await response.json()
  if (!response.ok) throw problem(body, response.status)
  return inOwnWords(body as T)
}

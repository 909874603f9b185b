import { api, type Schemas, unwrap } from '../api/client'

export type BinKind = Schemas['RemovedOut']['kind']

/** Take something out of the bin that was removed, wherever it was. */
export async function bringBack(kind: BinKind, id: number) {
  unwrap(await api.POST('/api/bin/{kind}/{number}/restore', { params: { path: { kind, number: id } } }))
}

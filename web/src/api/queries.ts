import { QueryClient } from '@tanstack/vue-query'

/**
 * What was read from the program, and is read anew after a write.
 *
 * The library lets a first answer that is still on its way count as the answer asked for after the write, though
 * it was asked for before: it is broken off here, so that nothing on the screen is older than what a person did last.
 */
export class Queries extends QueryClient {
  override async invalidateQueries(
    ...[asked, options]: Parameters<QueryClient['invalidateQueries']>
  ): Promise<void> {
    const filters = typeof asked === 'function' ? asked() : asked
    if (filters?.refetchType !== 'none') await this.cancelQueries(filters)
    await super.invalidateQueries(filters, options)
  }
}

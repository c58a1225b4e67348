import { QueryClient, type QueryKey } from '@tanstack/vue-query'

/**
 * What the server has said, for the pages to show.
 *
 * A question asked before a write may be answered after it, and that answer tells of the time before. By itself the library keeps such an
 * answer where it is the first to its question, or where no page waits for it any more, and the page that is opened next shows as due what
 * was just done. So a question under way is dropped where its answer would be overtaken, and asked again by whoever shows it.
 */
export class Answers extends QueryClient {
  override invalidateQueries: QueryClient['invalidateQueries'] = (filters, options) => {
    void this.cancelQueries(typeof filters === 'function' ? filters() : filters)
    return super.invalidateQueries(filters, options)
  }

  override setQueryData: QueryClient['setQueryData'] = (key: QueryKey, told: unknown, options?: object) => {
    void this.cancelQueries({ queryKey: key, exact: true })
    return super.setQueryData(key, told as never, options)
  }
}

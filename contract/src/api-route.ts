/** One address of the API. */
export interface ApiRoute {
  readonly method: 'get' | 'put' | 'post';
  /** As Express writes it: `/visits/:id`, below `/api`. */
  readonly path: string;
  readonly summary: string;
  /** Published schema of what is sent. */
  readonly takes?: string;
  /** Media type of what is sent, where it is no JSON. */
  readonly takesType?: string;
  /** Published schema of what is answered, where it is one; else in words. */
  readonly gives: { readonly schema?: string; readonly words: string; readonly type?: string };
  readonly status?: 200 | 201;
  readonly query?: readonly { readonly name: string; readonly what: string }[];
}

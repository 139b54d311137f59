/** One of several things to choose from. */
export interface Option<Id extends string = string> {
  readonly id: Id;
  readonly name: string;
}

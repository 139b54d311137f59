/** Common to every kind. */
export interface ExpectationCommon {
  /** Where the value comes from: document and page, data sheet, or "common practice". */
  readonly source?: string;
  /** The nominal the quantity would have if present; decides between absent, partial and low. */
  readonly of?: string;
  /** Under this part of `of` a quantity is absent; default 5 %. */
  readonly absentBelow?: string;
  /** Under this part of `of` a quantity is only partly there; default 50 %. */
  readonly partialBelow?: string;
  /**
   * The sign counts. Without it a limit or a should-be-nothing on a polar quantity is one of magnitude, and a value that
   * fits with the probes turned is reversed.
   */
  readonly signed?: boolean;
  /** What a reading that is within does not prove: "the regulator is alive, no more". */
  readonly caveat?: string;
}

/** The other quantity an expected value depends on: a reading of this visit, a known value, or a guess. */
export interface ReferenceDocument {
  /** Name of a reading (`gives`), a part of the same set, or `inside` and `outside` of the intake. */
  readonly reading?: string;
  /** Known without reading it, such as "0 °C" for melting ice; with a question mark it is a guess. */
  readonly value?: string;
  /** What it may be while it was not read: "5..35 °C". Widens the band, and nothing passes by it. */
  readonly guess?: string;
}

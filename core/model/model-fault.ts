/** What is wrong with a model file. */
export interface ModelFault {
  /** Where in the file, as `measures[3].fact`. */
  readonly place: string;
  readonly reason: string;
}

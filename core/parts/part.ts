/** Parts of an engine that are ordered by maker and number, in the order in which they go in. */
export const PART_KINDS = [
  'crank', 'rods', 'pistons', 'cam', 'lifters', 'gaskets', 'valves', 'springs', 'rockers', 'pushrods', 'fasteners',
] as const; // prettier-ignore
export type PartKind = (typeof PART_KINDS)[number];

/** One part, or set of parts, as it lies on the bench. */
export interface Part {
  part: PartKind;
  maker?: string;
  number?: string;
  /** Serial number, or the lot of a set. */
  serial?: string;
}

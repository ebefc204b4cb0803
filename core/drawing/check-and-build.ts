/** The joint between head and block on one side of the drawing, mm; what is not said is not drawn. */
export interface Joint {
  gasket?: number;
  /** How far the piston stands over the deck at its top; minus below. */
  deck?: number;
}

interface DrawnJoint {
  left: number;
  right: number;
  /** From top to bottom: the head's face, the deck, and the piston's crown. */
  headY: number;
  deckY: number;
  crownY: number | null;
}

export const JOINT = { width: 340, height: 190, deckY: 112, piston: 66 };
/** How much of the drawing the thicker of both gaskets takes, and the furthest that a crown stands from its deck. */
const ROOM = 62;

/**
 * The joint as it was at the check and as it will be, side by side and magnified alike, so that a thinner gasket is seen
 * as one.
 */
export function checkAndBuild(check: Joint, build: Joint): { joints: [DrawnJoint, DrawnJoint]; scale: number } {
  const sizes = [check, build].flatMap(({ gasket, deck }) => [gasket ?? 0, Math.abs(deck ?? 0)]);
  const largest = Math.max(...sizes);
  const scale = largest === 0 ? 0 : ROOM / largest;
  const half = JOINT.width / 2;
  const joint = ({ gasket, deck }: Joint, left: number): DrawnJoint => ({
    left: left + 12,
    right: left + half - 12,
    headY: JOINT.deckY - (gasket ?? 0) * scale,
    deckY: JOINT.deckY,
    crownY: deck === undefined ? null : JOINT.deckY - deck * scale,
  });
  return { joints: [joint(check, 0), joint(build, half)], scale };
}

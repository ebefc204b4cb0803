import sharp from 'sharp';

/** A picture that a script has drawn: shapes on a bench, made up as everything here is. */
async function drawn(shapes: string): Promise<Uint8Array> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="1200" height="900">
    <rect width="1200" height="900" fill="#8b8577"/><rect y="640" width="1200" height="260" fill="#6b5b45"/>${shapes}</svg>`;
  return sharp(Buffer.from(svg)).png().toBuffer();
}

const ring = (x: number, y: number, r: number, ink: string) =>
  `<circle cx="${x}" cy="${y}" r="${r}" fill="#d8d5cc" stroke="${ink}" stroke-width="14"/><circle cx="${x}" cy="${y}" r="${r * 0.55}" fill="#5c5f63"/>`;

/** The block on its stand, four bores of a bank from above. */
export const blockOnItsStand = (): Promise<Uint8Array> =>
  drawn(
    `<rect x="120" y="250" width="960" height="420" rx="24" fill="#5f6b73" stroke="#39424a" stroke-width="10"/>${[270, 490, 710, 930].map((x) => ring(x, 460, 92, '#39424a')).join('')}`,
  );

/** A piston from above with the witness of its valves. */
export const pistonCrown = (): Promise<Uint8Array> =>
  drawn(
    `<circle cx="600" cy="440" r="330" fill="#c9c6bb" stroke="#6d6a60" stroke-width="10"/><ellipse cx="480" cy="360" rx="130" ry="110" fill="#aeb0ad"/><ellipse cx="740" cy="380" rx="105" ry="90" fill="#aeb0ad"/><circle cx="610" cy="640" r="26" fill="#aeb0ad"/>`,
  );

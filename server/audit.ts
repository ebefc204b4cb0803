import { readFileSync } from 'node:fs';
import { basename } from 'node:path';
import { opening } from './cannot-start.js';
import { readConfig } from './config.js';
import { openShopFolder } from './open-shop.js';
import { verifyFile } from './record/verify-file.js';
import { refuseStart } from './refuse-start.js';
import { checkAudit, type AuditFault } from './store/check-audit.js';
import { findJws } from './store/record-store.js';

/** How each fault is told. */
const SAID: Record<AuditFault['fault'], string> = {
  broken: 'does not follow from the row before it: the chain was changed here, or cut',
  changed: 'is not as it was written',
  missing: 'is gone',
  'not-in-chain': 'was put in: no act tells of it',
  'told-twice': 'is told of twice',
  moved: 'does not stand in the order in which it was written',
  'other-head': 'was signed over another chain of acts than this one',
  'unknown-head': 'was signed over acts that are not in this chain: its end was cut, or it is another',
};
const MOST_NAMED = 40;

/** `npm run audit`: whether everything in the data folder is as the chain of acts says; with files, also by records handed out. */
try {
  const shop = await openShopFolder({ ...readConfig(process.env), make: false });
  const { database, keys } = shop.context;
  const headIn = async (file: Buffer) => {
    const said = await verifyFile(file, keys.published);
    return said.valid ? { head: said.auditHead } : null;
  };
  const handedOut = new Map<string, string>();
  for (const path of process.argv.slice(2)) {
    const said = await headIn(opening(`The record ${path}`, () => readFileSync(path)));
    if (said?.head) handedOut.set(basename(path), said.head);
    else
      console.log(
        `${basename(path)} ${said ? 'is older than what ties a record to the chain' : 'is no record of this shop'}.`,
      );
  }
  const headOfRecord = async (id: string) => {
    const kept = await findJws(database, id);
    return (kept && (await headIn(Buffer.from(kept.jws)))?.head) ?? null;
  };
  const { rows, held, faults } = await checkAudit(database, headOfRecord, handedOut);
  await shop.close();
  if (faults.length === 0) {
    const signed = handedOut.size > 0 ? `, and with ${[...handedOut.keys()].join(', ')}` : '';
    console.log(
      `The audit log holds: ${rows} acts, each chained to the one before, agree with ${held} rows of the tables${signed}.`,
    );
  } else {
    console.error(`The audit log of ${rows} acts and the ${held} rows of the tables do not agree:`);
    for (const { at, fault } of faults.slice(0, MOST_NAMED)) console.error(`  ${at} ${SAID[fault]}`);
    if (faults.length > MOST_NAMED) console.error(`  and ${faults.length - MOST_NAMED} more`);
  }
  process.exit(faults.length === 0 ? 0 : 1);
} catch (error) {
  refuseStart(error);
}

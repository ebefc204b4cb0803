/** Why this process does not start, in one sentence for whoever started it, with the mend. */
export class CannotStart extends Error {}

/** What the system's error codes mean for a folder or a file. */
const SAID: Record<string, string> = {
  EACCES: 'this user may not read or write it',
  EPERM: 'this user may not read or write it',
  EROFS: 'its disk is read-only',
  ENOSPC: 'its disk is full',
  EDQUOT: 'its disk is full',
  ENOTDIR: 'a part of its path is a file, not a folder',
  EEXIST: 'it is a file, not a folder',
  EISDIR: 'it is a folder, not a file',
  ENOENT: 'it is not there',
  ELOOP: 'its path leads in a circle',
  ENAMETOOLONG: 'its name is too long',
};

/** Runs what opens a folder or a file; what the system refuses is said in one sentence. @throws CannotStart */
export function opening<T>(what: string, open: () => T): T {
  try {
    return open();
  } catch (error) {
    const said = SAID[(error as NodeJS.ErrnoException).code ?? ''];
    throw said ? new CannotStart(`${what} cannot be used: ${said}.`) : error;
  }
}

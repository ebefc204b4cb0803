/** The largest file that is verified, bytes; nothing larger is signed. Some 40,000 readings. */
export const LARGEST_FILE = 32 * 1024 * 1024;

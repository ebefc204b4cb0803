/** Why something was not done, told as soon as it is known; nothing where it was. */
export const Problem = ({ says }: { says?: string | null }) =>
  says ? (
    <p role="alert" style={{ color: 'var(--flag)' }}>
      {says}
    </p>
  ) : null;

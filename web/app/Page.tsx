import { useEffect, type ReactNode } from 'react';

/** The frame of a plain page: its title, a line beside it, its one action. */
export function Page({
  title,
  aside,
  action,
  children,
}: {
  title: string;
  aside?: ReactNode;
  action?: ReactNode;
  children: ReactNode;
}) {
  useEffect(() => {
    document.title = `${title} · Utex`;
  }, [title]);
  return (
    <main style={{ padding: '14px 20px 28px 16px', maxWidth: 1240 }}>
      <header
        style={{
          display: 'flex',
          alignItems: 'center',
          flexWrap: 'wrap',
          gap: '4px 22px',
          minHeight: 52,
          borderBottom: '1px solid var(--hairline)',
          paddingBottom: 10,
        }}
      >
        <h1 style={{ fontFamily: 'var(--head)', fontSize: 28, fontWeight: 600, margin: 0 }}>{title}</h1>
        <span style={{ color: 'var(--steel)', fontSize: 17, flex: 1 }}>{aside}</span>
        {action}
      </header>
      {children}
    </main>
  );
}

import type { ReactNode } from 'react';

/** The one sheet before the door: for signing in, for those who come with a link, and for what leads to books. */
export function DoorSheet({ title, width = 380, children }: { title: string; width?: number; children: ReactNode }) {
  return (
    <main style={{ display: 'grid', placeItems: 'center', height: '100%', overflow: 'auto' }}>
      <section
        className="sheet"
        aria-label={title}
        style={{ width, maxWidth: '100%', flex: 'none', padding: '28px 30px' }}
      >
        <h1>{title}</h1>
        {children}
      </section>
    </main>
  );
}

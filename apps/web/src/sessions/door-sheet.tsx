import type { ReactNode } from 'react';

/** The one sheet before the door: for signing in, and for those who come with a link. */
export function DoorSheet({ title, children }: { title: string; children: ReactNode }) {
  return (
    <main style={{ display: 'grid', placeItems: 'center', height: '100%', overflow: 'auto' }}>
      <section className="sheet" style={{ width: 380, maxWidth: '100%', flex: 'none', padding: '28px 30px' }}>
        <h1>{title}</h1>
        {children}
      </section>
    </main>
  );
}

import { useState } from 'react';
import { useBooks } from '../api/books-queries.js';
import { ArchiveSection } from '../features/archives/archive-section.js';
import { Trail } from '../features/audit-trail/trail.js';
import { StarterAnew } from '../features/beginning/starter-anew.js';
import { Allowed } from '../ui/allowed.js';
import { OrganisationForm } from '../features/organisations/organisation-form.js';
import layout from '../ui/layout.module.css';
import { Sheet } from '../ui/sheet.js';
import { useLookedAtAlways } from '../ui/use-looked-at.js';

/** The organisation itself: all of it can change until something posted depends on it. */
export default function OrganisationScreen() {
  const { organisation } = useBooks();
  const [kept, setKept] = useState<number>();
  const [isTyped, setTyped] = useState(false);
  const lookedAt = useLookedAtAlways(organisation, isTyped);
  return (
    <Sheet title="Organisation" aside={`you are its ${organisation.role}`}>
      <OrganisationForm
        lookedAt={lookedAt}
        isKept={kept === lookedAt.item.version}
        onTyped={setTyped}
        onKept={(saved) => {
          lookedAt.keep(saved);
          setKept(saved.version);
        }}
      />
      <Allowed act="beginAnew">
        <StarterAnew organisation={organisation} />
      </Allowed>
      <ArchiveSection />
      <div className={layout.above}>
        <Trail subject="organisation" object={organisation.id} />
      </div>
    </Sheet>
  );
}

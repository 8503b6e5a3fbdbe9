/** Adds another partner, class or fund, as long as there is room. */
export function AddName({ what, isFull, onClick }: { what: string; isFull: boolean; onClick: () => void }) {
  if (isFull) return null;
  return (
    <button className="act small" type="button" onClick={onClick}>
      another {what}
    </button>
  );
}

export function AnotherName({ what, isFull, onClick }: { what: string; isFull: boolean; onClick: () => void }) {
  if (isFull) return null;
  return (
    <button className="act small" type="button" onClick={onClick}>
      another {what}
    </button>
  );
}

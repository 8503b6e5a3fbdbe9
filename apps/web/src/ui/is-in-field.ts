/** Whether a key is being typed into something; within a sheet that is typed into every key is. */
export function isInField(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable ||
      /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) ||
      target.closest('[role="dialog"], [data-typing]') !== null)
  );
}

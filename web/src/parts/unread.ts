/** The first field of a form or a dialog in which something stands that cannot be read. */
export const firstUnread = (frame: Element | null): HTMLInputElement | undefined =>
  [...(frame?.querySelectorAll('input') ?? [])].find((input) => !input.validity.valid);

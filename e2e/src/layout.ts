/* What the page itself measures: each function is sent to the browser as it stands and may use nothing around it. */

/**
 * What is wrong with how the page lies in its window: each line one kind of fault and where, at most four of a kind.
 * `touch`: what is touched with wet gloves here is at least 44 px in both directions (WCAG 2.2, 2.5.5).
 */
export function layoutFaults(touch: boolean): string[] {
  const found: string[] = [];
  const many = 4;
  const told = new Map<string, number>();
  const tell = (kind: string, where: string) => {
    const n = (told.get(kind) ?? 0) + 1;
    told.set(kind, n);
    if (n <= many) found.push(`${kind}: ${where.replace(/\s+/g, ' ').slice(0, 90)}`);
  };
  const named = (e: Element) =>
    `<${e.tagName.toLowerCase()} ${(e.getAttribute('class') ?? '').slice(0, 40)}> ${(e.textContent ?? '').slice(0, 40)}`;
  const seen = (e: Element) => e.checkVisibility({ opacityProperty: true, visibilityProperty: true });
  /** What it is laid over the page with, if anything: that covers what scrolls under it. */
  const layerOf = (e: Element): Element | null => {
    for (let up: Element | null = e; up; up = up.parentElement)
      if (/sticky|fixed/.test(getComputedStyle(up).position)) return up;
    return null;
  };
  const readOnly = (e: Element) => e.closest('.sr-only') !== null;

  const page = document.documentElement;
  if (page.scrollHeight > innerHeight + 1)
    tell('the whole page scrolls', `${page.scrollHeight - innerHeight} px`);
  if (page.scrollWidth > innerWidth + 1)
    tell('the page scrolls sideways', `${page.scrollWidth - innerWidth} px`);

  /** Whether a scroller of this way lies around, and how far the nearest thing that clips without scrolling shows. */
  const shortens = (style: CSSStyleDeclaration) =>
    style.textOverflow === 'ellipsis' || (style.webkitLineClamp !== 'none' && style.webkitLineClamp !== '');
  type Box = { left: number; right: number; top: number; bottom: number };
  const texts: { box: Box; e: Element; text: string }[] = [];
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  const range = document.createRange();
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const text = (node.textContent ?? '').trim();
    const e = node.parentElement;
    if (!text || !e || readOnly(e) || e.closest('script, style, option, [aria-hidden=true] svg') || !seen(e))
      continue;
    range.selectNodeContents(node);
    const drawn = e.closest('svg');
    for (const rect of range.getClientRects()) {
      if (rect.width < 1 || rect.height < 1) continue;
      const box: Box = { left: rect.left, right: rect.right, top: rect.top, bottom: rect.bottom };
      let scrollsX = false;
      let scrollsY = false;
      let hidden = false;
      for (let up: Element | null = e; up && !hidden; up = up.parentElement) {
        const style = getComputedStyle(up);
        const r = up.getBoundingClientRect();
        const x = up === document.body || up === page ? 'visible' : style.overflowX;
        const y = up === document.body || up === page ? 'visible' : style.overflowY;
        if (x !== 'visible') {
          const clips = x === 'hidden' || x === 'clip';
          const beyond = box.right > r.right + 1.5 || box.left < r.left - 1.5;
          if (clips && beyond && !scrollsX && !shortens(style) && !drawn && up.tagName !== 'svg')
            tell('clipped', `${text.slice(0, 40)} in ${named(up)}`);
          if (!clips) scrollsX = true;
          box.left = Math.max(box.left, r.left);
          box.right = Math.min(box.right, r.right);
        }
        if (y !== 'visible') {
          const clips = y === 'hidden' || y === 'clip';
          const beyond = box.bottom > r.bottom + 3 || box.top < r.top - 3;
          if (clips && beyond && !scrollsY && !shortens(style) && !drawn && up.tagName !== 'svg')
            tell('clipped below', `${text.slice(0, 40)} in ${named(up)}`);
          if (!clips) scrollsY = true;
          box.top = Math.max(box.top, r.top);
          box.bottom = Math.min(box.bottom, r.bottom);
        }
        if (box.right - box.left < 1 || box.bottom - box.top < 1) hidden = true;
      }
      if (hidden) continue;
      if (!scrollsX && (box.right > innerWidth + 1 || box.left < -1))
        tell('beyond the window', `${text.slice(0, 40)} in ${named(e)}`);
      if (!scrollsY && box.bottom > innerHeight + 3)
        tell('below the window', `${text.slice(0, 40)} in ${named(e)}`);
      texts.push({ box, e, text });
    }
  }

  texts.sort((a, b) => a.box.top - b.box.top);
  texts.forEach((a, i) => {
    for (let j = i + 1; j < texts.length && texts[j]!.box.top < a.box.bottom; j++) {
      const b = texts[j]!;
      if (a.e === b.e || a.e.contains(b.e) || b.e.contains(a.e)) continue;
      const wide = Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left);
      const high = Math.min(a.box.bottom, b.box.bottom) - Math.max(a.box.top, b.box.top);
      if (wide > 3 && high > 5 && layerOf(a.e) === layerOf(b.e))
        tell('printed over each other', `“${a.text.slice(0, 30)}” and “${b.text.slice(0, 30)}”`);
    }
  });

  for (const e of document.querySelectorAll('body *')) {
    if (!(e instanceof HTMLElement) || !seen(e) || readOnly(e)) continue;
    const style = getComputedStyle(e);
    if (shortens(style) && (e.scrollWidth > e.clientWidth + 1 || e.scrollHeight > e.clientHeight + 4)) {
      if (!e.closest('[title]') && style.display !== 'inline') tell('cut with … and told nowhere', named(e));
    }
    if (style.touchAction === 'none') tell('a finger cannot scroll from it', named(e));
    const over = e.scrollHeight - e.clientHeight;
    // A bar for a few pixels is there by mistake, beside the one that is meant: that of the page, or of a low window.
    const mayHappen = innerHeight < 560 || e.querySelector('h1') !== null;
    if (/auto|scroll/.test(style.overflowY) && over > 1 && over <= 16 && !mayHappen)
      tell('scrolls by a hair', `${over} px ${named(e)}`);
    const sideways = style.overflowX === 'auto' || style.overflowX === 'scroll';
    const beside = e.scrollWidth - e.clientWidth;
    if (sideways && beside > 1 && beside <= 16 && innerWidth >= 768)
      tell('scrolls by a hair', `${beside} px sideways ${named(e)}`);
    if (sideways && e.scrollWidth > e.clientWidth + 1) {
      const first = e.querySelector('table :is(th, td):first-child');
      if (!first || getComputedStyle(first).position !== 'sticky')
        tell('scrolls sideways', `${e.scrollWidth - e.clientWidth} px ${named(e)}`);
    }
  }

  if (touch) {
    const controls = 'main :is(a[href], button, [role=button], [role=radio], select, input)';
    for (const e of document.querySelectorAll(controls)) {
      if (!seen(e) || e.closest('[aria-hidden=true], .sr-only, svg, p')) continue;
      const around = e.closest('label') ?? e;
      const r = around.getBoundingClientRect();
      const [x, y] = [(r.left + r.right) / 2, (r.top + r.bottom) / 2];
      const answers = (dx: number, dy: number) => {
        const at = document.elementFromPoint(x + dx, y + dy);
        return at === null || around.contains(at);
      };
      // Only what lies whole in sight can be asked where it answers.
      if (r.top < 100 || r.bottom > innerHeight - 130 || r.left < 22 || r.right > innerWidth - 22) continue;
      const high = r.height >= 43.5 || (answers(0, -21) && answers(0, 21));
      const wide = r.width >= 43.5 || (answers(-21, 0) && answers(21, 0));
      if (!high || !wide) tell('under 44 px', `${Math.round(r.width)} × ${Math.round(r.height)} ${named(e)}`);
    }
  }
  return found;
}

/** What shows nothing when the focus comes to it: no ring, no line, no shade of its own; one of a kind is tried. */
export function silentFocus(): string[] {
  const look = (e: Element) => {
    const s = getComputedStyle(e);
    return [s.boxShadow, s.borderBottomColor, s.backgroundColor].join();
  };
  const controls = 'a[href], button, input, select, textarea, [tabindex="0"]';
  const kinds = new Map(
    [...document.querySelectorAll<HTMLElement>(controls)].map((e) => [`${e.tagName} ${e.className}`, e]),
  );
  const silent: string[] = [];
  for (const [kind, e] of kinds) {
    if (!e.checkVisibility({ opacityProperty: true, visibilityProperty: true })) continue;
    (document.activeElement as HTMLElement | null)?.blur();
    const before = look(e);
    e.focus({ preventScroll: true });
    if (document.activeElement !== e) continue;
    const s = getComputedStyle(e);
    const ringed =
      s.outlineStyle === 'auto' || (s.outlineStyle !== 'none' && parseFloat(s.outlineWidth) >= 2);
    if (!ringed && look(e) === before) silent.push(`no focus to be seen: ${kind.slice(0, 70)}`);
  }
  (document.activeElement as HTMLElement | null)?.blur();
  return silent;
}

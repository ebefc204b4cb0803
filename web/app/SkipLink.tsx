/** What the hand works on: the place of a drawing that is in hand, the number, the first thing of a place. */
const IN_HAND = ['main [data-bench-place][tabindex="0"]', 'main input.now-number', 'main h1'];

/** First of all for whoever comes by Tab: past the rail and the stages, to what is in hand. */
export function SkipLink() {
  return (
    <a
      href="#in-hand"
      className="skip-link"
      onClick={(event) => {
        event.preventDefault();
        const found = IN_HAND.map((one) => document.querySelector<HTMLElement | SVGElement>(one)).find(Boolean);
        if (found instanceof HTMLHeadingElement) found.tabIndex = -1;
        found?.focus();
      }}
    >
      Skip to the place in hand
    </a>
  );
}

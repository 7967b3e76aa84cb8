/**
 * Runs in a page before its own code. Counts in `window.parts` the function components that React draws (`drawn`)
 * and those there are (`there`), from what it tells its developer tools.
 */
const FUNCTION_TAGS = [0, 11, 14, 15];
const PERFORMED_WORK = 1;
const parts = { drawn: 0, there: 0 };

const isPart = ({ tag }) => FUNCTION_TAGS.includes(tag);

function everyPart(fiber) {
  let sum = 0;
  for (let next = fiber; next; next = next.sibling) {
    sum += Number(isPart(next)) + everyPart(next.child);
  }
  return sum;
}

function drawnIn(fiber) {
  if (!fiber.alternate) return Number(isPart(fiber)) + everyPart(fiber.child);
  let sum = Number(isPart(fiber) && (fiber.flags & PERFORMED_WORK) !== 0);
  // A part whose children are the very ones of before was passed over with all below it.
  if (fiber.child === fiber.alternate.child) return sum;
  for (let next = fiber.child; next; next = next.sibling) sum += drawnIn(next);
  return sum;
}

window.parts = parts;
window.__REACT_DEVTOOLS_GLOBAL_HOOK__ = {
  supportsFiber: true,
  renderers: new Map(),
  inject: () => 1,
  checkDCE: () => undefined,
  onCommitFiberUnmount: () => undefined,
  onCommitFiberRoot: (_renderer, { current }) => {
    parts.drawn += drawnIn(current);
    parts.there = everyPart(current);
  },
};

// Runs in the page before anything of ours: React tells a hook that stands there of every commit.
/** Functions, memos and classes, as React numbers them. */
const COMPONENTS = [0, 1, 11, 14, 15];
const PERFORMED_WORK = 1;
const counts = { commits: [], longestTask: 0 };

function drawnBelow(fiber) {
  let drawn = 0;
  for (let one = fiber; one; one = one.sibling) {
    // What React passed over is the very fiber of before, with all that hangs below it.
    if (COMPONENTS.includes(one.tag) && (one.flags & PERFORMED_WORK) !== 0) drawn += 1;
    if (one.alternate?.child !== one.child) drawn += drawnBelow(one.child);
  }
  return drawn;
}

Object.assign(globalThis, {
  counts,
  __REACT_DEVTOOLS_GLOBAL_HOOK__: {
    supportsFiber: true,
    inject: () => 1,
    checkDCE: () => undefined,
    onCommitFiberUnmount: () => undefined,
    onCommitFiberRoot: (_id, root) => {
      counts.commits.push(drawnBelow(root.current.child));
    },
  },
});
new PerformanceObserver((list) => {
  for (const { duration } of list.getEntries()) counts.longestTask = Math.max(counts.longestTask, duration);
}).observe({ type: "longtask" });

/** So many at once: the others wait for their turn, in the order in which they came. */
export function limitOf(most: number): <Value>(work: () => Promise<Value>) => Promise<Value> {
  let running = 0;
  const waiting: (() => void)[] = [];
  return async (work) => {
    if (running < most) running += 1;
    // whoever ends hands their place on
    else await new Promise<void>((resolve) => waiting.push(resolve));
    try {
      return await work();
    } finally {
      const next = waiting.shift();
      if (next === undefined) running -= 1;
      else next();
    }
  };
}

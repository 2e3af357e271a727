/** Work that is done once at a time: asked for while it is under way, it is done once more after it, so that what came up
 * just after its last look does not stay behind. Resolves to the last result when nothing is under way. */
export function onceAtATime<T>(work: () => Promise<T>): () => Promise<T> {
  let underWay: Promise<T> | null = null;
  let askedAgain = false;
  const whileAsked = async () => {
    try {
      let result: T;
      do {
        askedAgain = false;
        result = await work();
      } while (askedAgain);
      return result;
    } finally {
      underWay = null;
    }
  };
  return () => {
    askedAgain = true;
    return (underWay ??= whileAsked());
  };
}

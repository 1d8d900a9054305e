/** Grams to three digits: a line is dragged no finer. */
export const tidy = (grams: number) => (grams === 0 ? 0 : Number(grams.toPrecision(3)));

/** The number of a round of drills, by chance. */
export const drawn = () => 1 + Math.floor(Math.random() * 9_999);

/** A practice house as one calls it. One that was a job of one's own has no number. */
export const houseName = (level: { number: number; name: string }, seed: number) =>
  level.number === 0 ? level.name : `${level.name}, house ${seed}`;

/** The number of a round of drills, by chance. */
export const drawn = () => 1 + Math.floor(Math.random() * 9_999);

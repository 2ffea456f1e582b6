const DAY = 24 * 60 * 60 * 1000;

/** A day as a person says it: today, tomorrow, or its date. */
export function named(day: string, today: string): string {
  const apart = Math.round((Date.parse(day) - Date.parse(today)) / DAY);
  if (apart === 0) return "today";
  if (apart === 1) return "tomorrow";
  if (apart === -1) return "yesterday";
  return new Date(`${day}T12:00`).toLocaleDateString(undefined, {
    weekday: "long",
    day: "numeric",
    month: "long",
  });
}

/** A day written out: 3 March 2031. */
export const longDay = (day: string): string =>
  new Date(`${day}T12:00`).toLocaleDateString(undefined, { day: "numeric", month: "long", year: "numeric" });

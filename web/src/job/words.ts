/** Words as the start of a sentence with its end. */
export function sentence(text: string): string {
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;
}

export function minutes(value: number): string {
  return value < 1 ? "under a minute" : `${Math.round(value)} min`;
}

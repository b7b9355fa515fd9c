/** Days and times of day as they are read here. */
export function day(at: string): string {
  return new Date(at).toLocaleDateString("en", { day: "numeric", month: "short" });
}

export function timeOfDay(at: Date): string {
  return at.toLocaleTimeString("en", { hour: "2-digit", minute: "2-digit", hour12: false });
}

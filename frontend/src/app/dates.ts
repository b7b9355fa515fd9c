/** Days and times of day as they are read here. */
export function day(at: string): string {
  return new Date(at).toLocaleDateString("en", { day: "numeric", month: "short" });
}

export function timeOfDay(at: Date): string {
  return at.toLocaleTimeString("en", { hour: "2-digit", minute: "2-digit", hour12: false });
}

/** A day so many from today, as a date field writes it. */
export function inDays(days: number): string {
  const then = new Date();
  then.setDate(then.getDate() + days);
  return [then.getFullYear(), String(then.getMonth() + 1).padStart(2, "0"), String(then.getDate()).padStart(2, "0")].join("-");
}

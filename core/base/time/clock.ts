/**
 * A time of day as minutes since midnight.
 * @param text `HH:MM`, 00:00 to 24:00
 * @throws RangeError when it is not a time of day
 */
export function minutesOfDay(text: string): number {
  const parts = /^(\d{1,2}):(\d{2})$/.exec(text);
  const minutes = parts ? Number(parts[1]) * 60 + Number(parts[2]) : NaN;
  if (!(minutes >= 0 && minutes <= 1440) || Number(parts?.[2]) > 59)
    throw new RangeError(`"${text}" is not a time of day HH:MM`);
  return minutes;
}

/** `HH:MM` of minutes since midnight, rounded to the minute. @example clockText(485.4) // "08:05" */
export function clockText(minutes: number): string {
  const whole = Math.round(minutes);
  return `${String(Math.floor(whole / 60)).padStart(2, '0')}:${String(whole % 60).padStart(2, '0')}`;
}

/** A duration as people say it. @example durationText(95) // "1 h 35 min" */
export function durationText(minutes: number): string {
  const whole = Math.round(minutes);
  const hours = Math.floor(whole / 60);
  if (hours === 0) return `${whole} min`;
  return whole % 60 === 0 ? `${hours} h` : `${hours} h ${whole % 60} min`;
}

/** How long somebody has waited, as coarse as it is said aloud. @example waitText(200) // "3 h" */
export function waitText(minutes: number): string {
  const whole = Math.max(0, Math.floor(minutes));
  if (whole < 60) return `${whole} min`;
  if (whole < 24 * 60) return `${Math.floor(whole / 60)} h`;
  const days = Math.floor(whole / (24 * 60));
  return days === 1 ? '1 day' : `${days} days`;
}

/** A moment of the demo's March, by the clock on this wall: its work began on Monday the 2nd of March 2026. */
export const at = (day: number, hour: number, minute = 0): number => new Date(2026, 2, day, hour, minute).getTime();

/** Where its clock stands when it opens: in the middle of its second week. */
export const STANDS = at(11, 10, 20);
export const BEGAN = at(2, 8, 0);

/** The working hours of its shop. */
const [OPENS, SHUTS] = [8, 17];

/** The moment, or the beginning of the next day's work where nobody works then; never later than it stands. */
export function atWork(moment: number): number {
  const day = new Date(moment);
  const early = day.getHours() < OPENS;
  const free = (d: Date) => d.getDay() === 0 || d.getDay() === 6;
  if (!early && day.getHours() < SHUTS && !free(day)) return Math.min(moment, STANDS);
  const next = new Date(day.getFullYear(), day.getMonth(), day.getDate() + (early ? 0 : 1), OPENS, 15);
  while (free(next)) next.setDate(next.getDate() + 1);
  return Math.min(next.getTime(), STANDS);
}

/** The air of its shop in the mornings, as it was noted: °C and per cent. A cold spell in the second week. */
export const MORNINGS: readonly { day: number; temperature: number; humidity: number }[] = [
  { day: 2, temperature: 19, humidity: 52 },
  { day: 3, temperature: 19, humidity: 50 },
  { day: 4, temperature: 20, humidity: 48 },
  { day: 5, temperature: 18, humidity: 55 },
  { day: 6, temperature: 18, humidity: 58 },
  { day: 9, temperature: 17, humidity: 60 },
  { day: 10, temperature: 17, humidity: 64 },
  { day: 11, temperature: 17, humidity: 66 },
];
/** What is forecast for the days to come. */
export const TO_COME: typeof MORNINGS = [
  { day: 12, temperature: 17, humidity: 62 },
  { day: 13, temperature: 19, humidity: 54 },
  { day: 16, temperature: 20, humidity: 50 },
];

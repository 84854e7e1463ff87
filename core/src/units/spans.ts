/** Spans of time in milliseconds. A day of a calendar may be an hour longer or shorter: dates are reckoned as dates. */
export const minuteMs = 60_000;
export const hourMs = 60 * minuteMs;
export const dayMs = 24 * hourMs;
export const weekMs = 7 * dayMs;

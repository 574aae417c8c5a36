/** Every route of the server, in one table. `:subject` is URI-encoded. */
export const routes = {
  health: '/api/health',
  snapshot: '/api/snapshot',
  changes: '/api/changes',
  ahead: '/api/ahead',
  entries: '/api/entries',
  history: '/api/subjects/:subject/entries',
  list: '/api/lists/:entry',
  events: '/api/events',
  labels: '/api/labels',
  weather: '/api/weather',
  meter: '/api/meter',
  photos: '/api/photos',
  photo: '/api/photos/:digest',
  calendar: '/api/calendar.ics',
  containersCsv: '/api/containers.csv',
  readings: '/api/readings',
  readingsCsv: '/api/readings.csv',
  report: '/api/report.pdf',
  rainPdf: '/api/rain.pdf',
  trainCard: '/api/train.pdf',
  methodCard: '/api/method.pdf',
  methodsPdf: '/api/methods.pdf',
  dayPdf: '/api/daywork/:work/day.pdf',
  dayCalendar: '/api/daywork/:work/day.ics',
  logJson: '/api/log.json',
  backup: '/api/backup',
  copies: '/api/copies',
  /** Only where the server was started for a test or a drill. */
  clock: '/api/clock',
} as const;

/** The path of a subject's history. */
export const historyPath = (subject: string): string =>
  routes.history.replace(':subject', encodeURIComponent(subject));

/** The path of what came with a list. */
export const listPath = (entry: string): string => routes.list.replace(':entry', entry);

/** The path of a day's work, as a page or as a calendar. */
export const dayPath = (
  route: 'dayPdf' | 'dayCalendar',
  work: string,
  printed: Record<string, string> = {},
): string => `${routes[route].replace(':work', encodeURIComponent(work))}?${new URLSearchParams(printed)}`;

/** The path of a photo. */
export const photoPath = (digest: string): string => routes.photo.replace(':digest', digest);

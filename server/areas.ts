// What answers beside the log: the routes of each area, and those that belong to none.

export { workRoutes } from './areas/daywork.ts';
export { rainRoutes } from './areas/rain.ts';
export { testRoutes } from './areas/readings.ts';
export { storeRoutes } from './areas/store.ts';
export { trainRoutes } from './areas/trains.ts';
export { backupRoutes } from './routes/backup.ts';
export { calendarRoutes } from './routes/calendar.ts';
export { meterRoutes } from './routes/meter.ts';
export { photoRoutes } from './routes/photos.ts';
export { weatherRoutes } from './routes/weather.ts';

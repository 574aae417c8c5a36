// The areas of the server: each gives its routes.
export { backupRoutes } from './areas/backup.ts';
export { calendarRoutes } from './areas/calendar.ts';
export { workRoutes } from './areas/daywork.ts';
export { meterRoutes } from './areas/meter.ts';
export { photoRoutes } from './areas/photos.ts';
export { rainRoutes } from './areas/rain.ts';
export { storeRoutes } from './areas/store.ts';
export { testRoutes } from './areas/tests.ts';
export { trainRoutes } from './areas/trains.ts';
export { weatherRoutes } from './areas/weather.ts';

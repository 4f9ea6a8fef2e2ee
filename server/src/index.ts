/** The server: routes, services and the shop's records on MariaDB. */
export { buildApp, type AppOptions } from './app.ts';
export { connectDatabase } from './database/connect.ts';
export { migrate } from './database/migrate.ts';
export { loadDemo } from './demo/loadDemo.ts';

/** The yardstick: Fastify and the driver alone, one prepared statement, no schema, no checks. */
import Fastify from 'fastify';
import { createPool } from 'mariadb';

const url = new URL(process.env['DATABASE_URL'] ?? '');
const pool = createPool({
  host: url.hostname,
  port: Number(url.port),
  user: url.username,
  password: url.password,
  database: url.pathname.slice(1),
  connectionLimit: 10,
});
const app = Fastify();
app.get('/api/wearers/:id', async (request) => {
  const { id } = /** @type {{ id: string }} */ (request.params);
  const rows = await pool.execute(
    'SELECT id, name, collar_text, collar_system, collar_label, collar_estimated, long_end, note, measures, merged_into, version, created_at, updated_at, seen_at FROM wearers WHERE id = ?',
    [id],
  );
  return rows[0];
});
console.log(await app.listen({ host: '127.0.0.1', port: 0 }));

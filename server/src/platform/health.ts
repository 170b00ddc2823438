import type { Express } from 'express';
import type { Pool } from 'mysql2/promise';
import { reading, rows } from './db.ts';

/** Whether this process lives, and whether it can serve: for balancers and whatever restarts it. No records in them. */
export function mountHealth(app: Express, pool: Pool): void {
  app.get('/healthz', (_request, response) => {
    response.set('Cache-Control', 'no-store').json({ alive: true });
  });
  app.get('/readyz', async (_request, response) => {
    const ready = await reading(pool, (tx) => rows(tx, 'SELECT 1 FROM setting LIMIT 1'), 2000).then(
      () => true,
      () => false,
    );
    response
      .set('Cache-Control', 'no-store')
      .status(ready ? 200 : 503)
      .json({ ready });
  });
}

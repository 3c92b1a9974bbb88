import { sql } from 'kysely';
import { forAnyone, json, type Route } from './route.ts';

export const HEALTH_ROUTES: readonly Route[] = [
  forAnyone({
    method: 'GET',
    path: '/health',
    handle: async ({ services }) => {
      const up = await sql`select 1`.execute(services.database).then(
        () => true,
        () => false,
      );
      const leaving = services.leaving();
      // A proxy that looks here sends nobody to a server that is about to end.
      return json(
        { instance: services.instance, database: up ? 'up' : 'away', ...(leaving ? { leaving } : {}) },
        leaving ? 503 : 200,
      );
    },
  }),
];

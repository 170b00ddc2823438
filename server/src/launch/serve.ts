import { createServer, type Server } from 'node:http';
import { createServer as createTlsServer } from 'node:https';
import type { Express } from 'express';
import type { Pool } from 'mysql2/promise';
import { createApp } from '../app.ts';
import { type Config, type DeviceKind, deviceStates } from '../platform/config.ts';
import type { Tls } from './tls.ts';
import { keepDevices } from './devices.ts';
import { keepBackedUp } from '../platform/backup/keep.ts';
import { openPool } from '../platform/db.ts';
import { PrinterAdapter } from '../platform/devices/printer.ts';
import { ProbeAdapter } from '../platform/devices/probe.ts';
import { ScaleAdapter } from '../platform/devices/scale.ts';
import { keepPruned } from '../platform/prune.ts';
import { SensorFeed } from '../stages/cold/commands/sensors.ts';
import { keepWeekly } from '../stages/orders/commands/weekly.ts';
import { keepPricesAhead } from '../stages/prices/commands/ahead.ts';
import { keepPlanned } from '../stages/plan/commands/always.ts';
import { Planner } from '../stages/plan/commands/planner.ts';

/** How long requests under way may take once the process is told to end, ms. */
const drainMs = 10_000;

export interface Running {
  server: Server;
  pool: Pool;
  port: number;
  stop: () => Promise<void>;
}

/** Longer than any proxy or browser keeps a connection for its next request: a door never shuts on one that comes in. */
const keptOpenMs = 75_000;

/** Has an app listen, behind TLS where a certificate and its key are given. */
export const openDoor = (app: Express, port: number, host: string, tls: Tls | null = null): Promise<Server> =>
  new Promise((done, fail) => {
    // A server behind TLS is one in all that is asked of it here.
    const server = tls ? (createTlsServer(tls, app) as unknown as Server) : createServer(app);
    server.keepAliveTimeout = keptOpenMs;
    server.once('error', fail);
    server.listen(port, host, () => {
      server.off('error', fail);
      done(server);
    });
  });

/**
 * Opens the HTTP face on a port. A busy port is an error that says so. `planSeconds`: how long it may think at the most
 * over a plan it makes by itself.
 */
export async function listen(config: Config, planSeconds?: number, tls: Tls | null = null): Promise<Running> {
  const pool = openPool(config.databaseUrl);
  const simulated = (kind: DeviceKind) => config.simulated.includes(kind);
  const scale = new ScaleAdapter(config.scaleAddress, simulated('scale'));
  const probe = new ProbeAdapter(config.probeAddress);
  const sensors = new SensorFeed(pool, config.sensorAddress, simulated('sensors') ? 'simulated' : 'sensor');
  const planner = new Planner(pool, () => new Date());
  const printer = new PrinterAdapter(config.printerAddress);
  const given = deviceStates(config);
  const closing = new AbortController();
  const { app, jobs } = createApp({
    ...config,
    closing: closing.signal,
    devices: given,
    pool,
    scale,
    printer,
    probe,
    planner,
  });
  const server = await openDoor(app, config.port, config.host, tls).catch(
    async (error: NodeJS.ErrnoException) => {
      scale.close();
      planner.close();
      probe.close();
      await sensors.close();
      await pool.end();
      throw error.code === 'EADDRINUSE'
        ? new Error(
            `Port ${config.port} on ${config.host} is taken by another program: stop it, or choose another with --port`,
          )
        : error;
    },
  );
  planner.keepWarm();
  jobs.start();
  const stopDevices = keepDevices(pool, given, { scale, probe, sensors, printer });
  const stopBackups = keepBackedUp(pool, config.databaseUrl, config.dataFolder, () => new Date());
  const stopPlanning = keepPlanned(pool, planner, () => new Date(), planSeconds);
  const stopWeekly = keepWeekly(pool, () => new Date());
  const stopPrices = keepPricesAhead(pool, () => new Date());
  const stopPruning = keepPruned(pool, () => new Date());
  return {
    server,
    pool,
    port: (server.address() as { port: number }).port,
    stop: async () => {
      stopBackups();
      stopDevices();
      stopPlanning();
      stopWeekly();
      stopPrices();
      stopPruning();
      // What is under way is answered before the door shuts; streams are told to come again.
      const shut = new Promise((done) => server.close(done));
      closing.abort();
      server.closeIdleConnections();
      const idle = setInterval(() => server.closeIdleConnections(), 50);
      const patience = setTimeout(() => server.closeAllConnections(), drainMs);
      await shut;
      clearInterval(idle);
      clearTimeout(patience);
      await jobs.close();
      planner.close();
      scale.close();
      probe.close();
      await sensors.close();
      await pool.end();
    },
  };
}

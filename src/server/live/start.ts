import type { Server } from 'node:net';
import { makeBeginCode } from '@/server/doing/office/beginning';
import { closeDatabase, database, dataFolder } from '@/server/kite';
import { workshop } from '@/server/workshop';
import { findSchool } from '@/store/people';
import { Heartbeat } from './heartbeat';
import { Jobs } from './jobs/jobs';
import { addDaily, JOBS } from './jobs/kinds';
import { Listening } from './listening';
import { SaveSocket } from './save-socket';
import { hearTerminal } from './terminal';

const held = globalThis as typeof globalThis & {
  kiteSaveSocket?: SaveSocket;
  kiteListening?: Promise<Listening>;
  kiteJobs?: Jobs;
  kiteHeartbeat?: Heartbeat;
  kiteTerminal?: Server | null;
};

async function beginListening(): Promise<Listening> {
  const listening = new Listening(await database());
  await listening.start();
  return listening;
}

/** Those who hear what happens, shared by every part of this process. */
export function listening(): Promise<Listening> {
  held.kiteListening ??= beginListening();
  return held.kiteListening;
}

/** A school of one's own was to be served, and this is the folder of the demo. */
class DemoFolder extends Error {
  override readonly name = 'DemoFolder';
}

/**
 * Opens the database and everything that runs beside the pages. Called once, before the first request.
 *
 * @returns the code by which the first screen is reached, where there is no school yet
 */
export async function start(): Promise<string | null> {
  workshop().warm();
  const db = await database();
  const school = await findSchool(db);
  if (school?.demo && process.env.KITE_OWN === '1')
    throw new DemoFolder(
      `${dataFolder()} is the demo’s. Set KITE_DATA to another folder for a school of your own, or use “npm run demo”.`,
    );
  const saveSocket = new SaveSocket(db);
  await saveSocket.start();
  held.kiteSaveSocket = saveSocket;
  await listening();
  held.kiteHeartbeat = new Heartbeat(db);
  await held.kiteHeartbeat.start();
  await addDaily(db, Date.now());
  held.kiteJobs = new Jobs(db, JOBS);
  await held.kiteJobs.start({ alone: db.alone });
  held.kiteTerminal = hearTerminal(db, dataFolder());
  // Whoever comes first to something that is written is not the one who waits until what reads it is there.
  void workshop().do('the school', 'read', { kind: 'text', updates: [] });
  return school ? null : makeBeginCode(db, Date.now());
}

export async function stop(): Promise<void> {
  held.kiteTerminal?.close();
  held.kiteHeartbeat?.stop();
  await held.kiteJobs?.stop();
  workshop().close();
  await closeDatabase();
}

import { closeDatabase, database } from '@/server/kite';
import { workshop } from '@/server/workshop';
import { Heartbeat } from './heartbeat';
import { Jobs } from './jobs/jobs';
import { addDaily, JOBS } from './jobs/kinds';
import { Listening } from './listening';
import { SaveSocket } from './save-socket';

const held = globalThis as typeof globalThis & {
  kiteSaveSocket?: SaveSocket;
  kiteListening?: Promise<Listening>;
  kiteJobs?: Jobs;
  kiteHeartbeat?: Heartbeat;
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

/** Opens the database and everything that runs beside the pages. Called once, before the first request. */
export async function start(): Promise<void> {
  workshop().warm();
  const db = await database();
  const saveSocket = new SaveSocket(db);
  await saveSocket.start();
  held.kiteSaveSocket = saveSocket;
  await listening();
  held.kiteHeartbeat = new Heartbeat(db);
  await held.kiteHeartbeat.start();
  await addDaily(db, Date.now());
  held.kiteJobs = new Jobs(db, JOBS);
  await held.kiteJobs.start({ alone: db.alone });
}

export async function stop(): Promise<void> {
  held.kiteHeartbeat?.stop();
  await held.kiteJobs?.stop();
  workshop().close();
  await closeDatabase();
}

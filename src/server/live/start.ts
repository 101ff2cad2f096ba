import { closeDatabase, database } from '@/server/kite';
import { workshop } from '@/server/workshop';
import { keepTidy } from './bin';
import { Listening } from './listening';
import { SaveSocket } from './save-socket';

const held = globalThis as typeof globalThis & {
  kiteSaveSocket?: SaveSocket;
  kiteListening?: Promise<Listening>;
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
  keepTidy(db);
}

export async function stop(): Promise<void> {
  workshop().close();
  await closeDatabase();
}

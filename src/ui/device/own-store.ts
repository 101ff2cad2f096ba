import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { personKey } from './person-store';

/** Opens a database of this browser. It may be thrown away or break while it is open: then it is closed, and that is told. */
export function openNamed<Schema extends DBSchema | unknown>(
  name: string,
  make: (db: IDBPDatabase<Schema>) => void,
  lost: () => void,
): Promise<IDBPDatabase<Schema>> {
  return openDB<Schema>(name, 1, {
    upgrade: make,
    // Whoever leaves has it thrown away: a tab that has it open still must not hold that up.
    blocking: (_now, _then, event) => {
      (event.target as IDBDatabase).close();
      lost();
    },
    terminated: lost,
  });
}

/**
 * A store of this person's on this device, by its name among theirs. Where a browser keeps nothing, that is told by whatever is done
 * with it, and by nothing before.
 */
export function openStore<Schema extends DBSchema>(
  name: string,
  make: (db: IDBPDatabase<Schema>) => void,
): Promise<IDBPDatabase<Schema>> {
  // A browser that forbids it says so at once.
  const opening = (async () => openNamed<Schema>(personKey(name), make, () => {}))();
  opening.catch(() => {});
  return opening;
}

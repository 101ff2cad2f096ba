'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import classes from './help.module.css';

const NEEDS = ['cookies', 'storage', 'database', 'socket', 'workers', 'voice', 'width'] as const;
type Need = (typeof NEEDS)[number];

/** Those without which something that was typed could be lost; the others only take a comfort away. */
const MUST: ReadonlySet<Need> = new Set(['cookies', 'storage', 'database', 'socket']);

async function opensDatabase(): Promise<boolean> {
  return new Promise((resolve) => {
    try {
      const asked = indexedDB.open('kite-check', 1);
      asked.onsuccess = () => {
        asked.result.close();
        indexedDB.deleteDatabase('kite-check');
        resolve(true);
      };
      asked.onerror = () => resolve(false);
    } catch {
      resolve(false);
    }
  });
}

function stores(): boolean {
  try {
    localStorage.setItem('kite-check', '1');
    localStorage.removeItem('kite-check');
    return true;
  } catch {
    return false;
  }
}

/** A socket is tried for real: some school networks let pages through and no sockets. */
async function opensSocket(): Promise<boolean> {
  return new Promise((resolve) => {
    const address = `${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/api/save`;
    const socket = new WebSocket(address);
    const end = (found: boolean) => {
      clearTimeout(timer);
      socket.close();
      resolve(found);
    };
    const timer = setTimeout(() => end(false), 5000);
    socket.onopen = () => end(true);
    socket.onerror = () => end(false);
  });
}

async function check(): Promise<Record<Need, boolean>> {
  return {
    cookies: navigator.cookieEnabled,
    storage: stores(),
    database: await opensDatabase(),
    socket: await opensSocket(),
    workers: typeof Worker === 'function',
    voice: (window.speechSynthesis?.getVoices().length ?? 0) > 0,
    width: window.innerWidth >= 360,
  };
}

/** What the device needs, tried on this device, and said. */
export function Device() {
  const t = useTranslations('device');
  const [found, setFound] = useState<Record<Need, boolean> | null>(null);
  useEffect(() => void check().then(setFound), []);
  return (
    <section aria-labelledby="device">
      <h2 id="device">{t('title')}</h2>
      <p>{t('says')}</p>
      {found === null ? <p role="status">{t('looking')}</p> : null}
      <ul className={classes.needs}>
        {NEEDS.map((need) => (
          <li key={need}>
            {found ? (
              <strong className={found[need] ? 'moss' : MUST.has(need) ? 'plum' : 'amber'}>
                {found[need] ? t('yes') : t(MUST.has(need) ? 'no' : 'lacks')}
              </strong>
            ) : (
              <span>…</span>
            )}{' '}
            {t(need)}
          </li>
        ))}
      </ul>
      {found ? (
        <p role="status">{NEEDS.every((need) => found[need] || !MUST.has(need)) ? t('fine') : t('ask')}</p>
      ) : null}
    </section>
  );
}

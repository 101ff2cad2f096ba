'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { SettingsOf } from '@/core/kinds/step';
import { HEARD, type Heard, heard, leftOf, secondsOf, type Take } from '@/core/recording/take';
import { type DeviceProblem, deviceProblem } from './device-problem';
import { KeptParts } from './kept-parts';

/** Why nothing is recorded, or no more. */
export type RecordProblem = DeviceProblem | 'cannot' | 'taken-away';

/** How often the level is looked at, in milliseconds; a part of a second has ten of them. */
const TICK = 100;
/** A part is kept each second: that much is lost at most when a tab closes, and what was on its way. */
const PART = 1000;

/** How loud it was is said of so many looks: between two words nobody is heard. */
const LATELY = 15;

const TYPES = {
  sound: ['audio/webm;codecs=opus', 'audio/mp4', 'audio/webm'],
  video: ['video/webm;codecs=vp8,opus', 'video/mp4', 'video/webm'],
} as const;

/** What listens while something is recorded. */
interface Running {
  readonly stream: MediaStream;
  readonly recorder: MediaRecorder;
  readonly context: AudioContext;
  readonly timer: ReturnType<typeof setInterval>;
}

export interface Recorder {
  readonly state: 'opening' | 'still' | 'asking' | 'running';
  readonly take: Take;
  /** Of the stretch that runs, in seconds. */
  readonly running: number;
  /** How loud it was, each tenth of a second, from the beginning. */
  readonly levels: readonly number[];
  readonly heard: Heard;
  /** Up to which second it is kept on this device. */
  readonly kept: number;
  readonly problem: RecordProblem | null;
  /** What is seen while a picture is recorded. */
  readonly stream: MediaStream | null;
  readonly start: () => Promise<void>;
  readonly pause: () => void;
  /** Drops the last stretch, so that it is said again. */
  readonly again: () => Promise<void>;
  readonly startOver: () => Promise<void>;
  /** The stretches as they were recorded. */
  readonly stretches: () => Promise<readonly Blob[]>;
}

/** Records at a step, stretch by stretch, and keeps each second of it on this device. */
export function useRecorder(step: string, { of, most }: Pick<SettingsOf<'record'>, 'of' | 'most'>): Recorder {
  const [state, setState] = useState<Recorder['state']>('opening');
  const [take, setTake] = useState<Take>({ stretches: [] });
  const [running, setRunning] = useState(0);
  const [levels, setLevels] = useState<readonly number[]>([]);
  const [how, setHow] = useState<Heard>('silent');
  const [kept, setKept] = useState(0);
  const [problem, setProblem] = useState<RecordProblem | null>(null);
  const parts = useRef<KeptParts | null>(null);
  const now = useRef<Running | null>(null);
  const latest = useRef(take);
  latest.current = take;

  /** Reads what is kept, as after a tab that closed. */
  const read = useCallback(async () => {
    const stretches = (await parts.current?.stretches()) ?? [];
    const read: Take = { stretches: stretches.map(({ stretch, seconds }) => ({ id: String(stretch), seconds })) };
    setTake(read);
    setLevels(stretches.flatMap((one) => one.levels));
    setKept(secondsOf(read));
    setRunning(0);
  }, []);

  const release = useCallback(() => {
    const was = now.current;
    now.current = null;
    if (!was) return;
    clearInterval(was.timer);
    for (const track of was.stream.getTracks()) track.stop();
    void was.context.close().catch(() => undefined);
  }, []);

  useEffect(() => {
    const own = new KeptParts(step);
    parts.current = own;
    void read().then(
      () => setState('still'),
      () => {
        setProblem('storage');
        setState('still');
      },
    );
    return () => {
      if (now.current?.recorder.state === 'recording') now.current.recorder.stop();
      release();
      parts.current = null;
      // What the recorder still gives away is kept first.
      setTimeout(() => void own.close().catch(() => undefined), 2000);
    };
  }, [step, read, release]);

  const pause = useCallback(() => {
    if (now.current?.recorder.state === 'recording') now.current.recorder.stop();
  }, []);

  const start = useCallback(async () => {
    setProblem(null);
    const type =
      typeof MediaRecorder === 'undefined' ? undefined : TYPES[of].find((one) => MediaRecorder.isTypeSupported(one));
    if (!type || !navigator.mediaDevices) return setProblem('cannot');
    setState('asking');
    let given: MediaStream | null = null;
    try {
      const stream = await navigator.mediaDevices.getUserMedia({
        audio: { echoCancellation: true, noiseSuppression: true },
        video: of === 'video' ? { width: { ideal: 1280 }, height: { ideal: 720 } } : false,
      });
      given = stream;
      const keeps = parts.current;
      if (!keeps) {
        for (const track of stream.getTracks()) track.stop();
        return;
      }
      const context = new AudioContext();
      const analyser = context.createAnalyser();
      analyser.fftSize = 4096;
      context.createMediaStreamSource(stream).connect(analyser);
      const samples = new Float32Array(analyser.fftSize);
      const recorder = new MediaRecorder(stream, {
        mimeType: type,
        audioBitsPerSecond: 64_000,
        videoBitsPerSecond: 1_000_000,
      });
      const stretch = Number(latest.current.stretches.at(-1)?.id ?? 0) + 1;
      const before = secondsOf(latest.current);
      let fresh: number[] = [];
      let lately: number[] = [];
      let n = 0;
      // What is recorded is kept in its order, and the stretch ends when the last of it is.
      let keeping = Promise.resolve();
      let since = performance.now();
      const until = () => (performance.now() - since) / 1000;
      recorder.ondataavailable = ({ data }) => {
        if (data.size === 0) return;
        const [part, end] = [{ stretch, n: n++, type: data.type || type, levels: fresh }, until()];
        fresh = [];
        keeping = keeping.then(async () => {
          await keeps.add({ ...part, bytes: await data.arrayBuffer(), until: end });
          setKept(before + end);
        });
        keeping = keeping.catch((error: unknown) => {
          setProblem(deviceProblem(error) === 'storage' ? 'storage' : 'broke');
          if (recorder.state === 'recording') recorder.stop();
        });
      };
      recorder.onstop = () => {
        release();
        void keeping.then(read).finally(() => setState('still'));
      };
      recorder.onerror = () => setProblem('broke');
      for (const track of stream.getTracks())
        track.onended = () => {
          setProblem('taken-away');
          if (recorder.state === 'recording') recorder.stop();
        };
      const timer = setInterval(() => {
        analyser.getFloatTimeDomainData(samples);
        const { level, heard: as } = heard(samples);
        fresh.push(level);
        setLevels((all) => [...all, level]);
        lately = [...lately.slice(1 - LATELY), HEARD.indexOf(as)];
        setHow(HEARD[Math.max(...lately)] ?? 'silent');
        setRunning(until());
        if (leftOf(latest.current, until(), { least: 0, most }) <= 0 && recorder.state === 'recording') recorder.stop();
      }, TICK);
      since = performance.now();
      now.current = { stream, recorder, context, timer };
      recorder.start(PART);
      setState('running');
    } catch (error) {
      release();
      // What was given and cannot be used is let go of: no microphone listens for nothing.
      for (const track of given?.getTracks() ?? []) track.stop();
      setProblem(deviceProblem(error));
      setState('still');
    }
  }, [of, most, read, release]);

  const again = useCallback(async () => {
    const last = latest.current.stretches.at(-1);
    if (!last) return;
    await parts.current?.drop(Number(last.id));
    await read();
  }, [read]);

  const startOver = useCallback(async () => {
    await parts.current?.clear();
    await read();
  }, [read]);

  const stretches = useCallback(
    async () => ((await parts.current?.stretches()) ?? []).map(({ recorded }) => recorded),
    [],
  );

  return {
    state,
    take,
    running,
    levels,
    heard: how,
    kept,
    problem,
    stream: state === 'running' ? (now.current?.stream ?? null) : null,
    start,
    pause,
    again,
    startOver,
    stretches,
  };
}

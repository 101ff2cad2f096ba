import {
  ALL_FORMATS,
  BlobSource,
  BufferTarget,
  EncodedAudioPacketSource,
  EncodedPacketSink,
  EncodedVideoPacketSource,
  Input,
  type InputAudioTrack,
  type InputVideoTrack,
  Mp4OutputFormat,
  Output,
  WebMOutputFormat,
} from 'mediabunny';

/** Puts what one track of a stretch has behind what is there already. Gives back where it ends, in seconds. */
async function append(
  track: InputAudioTrack | InputVideoTrack,
  source: EncodedAudioPacketSource | EncodedVideoPacketSource,
  from: number,
): Promise<number> {
  const config = await track.getDecoderConfig();
  let first: number | null = null;
  let end = from;
  let last = from;
  let step = 0;
  for await (const packet of new EncodedPacketSink(track).packets()) {
    first ??= packet.timestamp;
    const timestamp = from + packet.timestamp - first;
    if (timestamp > last) [step, last] = [timestamp - last, timestamp];
    // The last one of a file mostly does not say how long it is: it is taken to be as long as the one before.
    end = Math.max(end, timestamp + (packet.duration || step));
    await source.add(packet.clone({ timestamp }), { decoderConfig: config ?? undefined } as never);
  }
  return end;
}

/**
 * Stretches as one file, as they were recorded: nothing is encoded once more. The file says how long it is and can be wound, which
 * what a recorder leaves does not.
 *
 * @param stretches of one recorder's kind: all WebM, or all MP4
 * @throws where a stretch cannot be read
 */
export async function joined(stretches: readonly Blob[]): Promise<Blob> {
  const isMp4 = stretches[0]?.type.includes('mp4') ?? false;
  const target = new BufferTarget();
  const output = new Output({ format: isMp4 ? new Mp4OutputFormat() : new WebMOutputFormat(), target });
  const inputs = stretches.map((blob) => new Input({ formats: ALL_FORMATS, source: new BlobSource(blob) }));
  try {
    const [sound, picture] = [await inputs[0]?.getPrimaryAudioTrack(), await inputs[0]?.getPrimaryVideoTrack()];
    const audio = sound?.codec ? new EncodedAudioPacketSource(sound.codec) : null;
    const video = picture?.codec ? new EncodedVideoPacketSource(picture.codec) : null;
    if (!audio && !video) throw new Error('there is neither sound nor picture');
    if (video) output.addVideoTrack(video);
    if (audio) output.addAudioTrack(audio);
    await output.start();
    let at = 0;
    for (const input of inputs) {
      const [ofSound, ofPicture] = [await input.getPrimaryAudioTrack(), await input.getPrimaryVideoTrack()];
      const ends = await Promise.all([
        video && ofPicture ? append(ofPicture, video, at) : at,
        audio && ofSound ? append(ofSound, audio, at) : at,
      ]);
      at = Math.max(...ends);
    }
    await output.finalize();
  } finally {
    for (const input of inputs) input.dispose();
  }
  const type = `${stretches[0]?.type.startsWith('video') ? 'video' : 'audio'}/${isMp4 ? 'mp4' : 'webm'}`;
  return new Blob([target.buffer as ArrayBuffer], { type });
}

/** Why nothing can be recorded, as a sentence. */
export class NoMicrophone extends Error {}

/** A recording that goes on. */
export interface Recording {
  /** Ends it. Gives what was recorded. */
  readonly stop: () => Promise<Blob>;
  /** Ends it and throws it away. */
  readonly cancel: () => void;
}

const SAYS: Readonly<Record<string, string>> = {
  NotAllowedError: 'The browser may not use the microphone. Allow it for this page, or bring in a file instead.',
  NotFoundError: 'No microphone was found. Plug one in, or bring in a file instead.',
  NotReadableError: 'Another program holds the microphone. Close it and try again.',
};

/** Opens the microphone as it is: nothing that calls need is done to the sound. Throws NoMicrophone. */
async function openMicrophone(): Promise<MediaStream> {
  const { mediaDevices } = navigator as { mediaDevices?: MediaDevices };
  if (mediaDevices === undefined || typeof MediaRecorder === 'undefined')
    throw new NoMicrophone('This browser cannot record here. Open the page under https or on this machine itself.');
  try {
    return await mediaDevices.getUserMedia({
      audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
    });
  } catch (error) {
    const name = error instanceof Error ? error.name : '';
    throw new NoMicrophone(SAYS[name] ?? 'The microphone could not be opened. Bring in a file instead.');
  }
}

const BITS_A_SECOND = 128_000;

/** Begins to record. Throws NoMicrophone. */
export async function startRecording(): Promise<Recording> {
  const stream = await openMicrophone();
  const recorder = new MediaRecorder(stream, { audioBitsPerSecond: BITS_A_SECOND });
  const parts: Blob[] = [];
  recorder.ondataavailable = (event) => parts.push(event.data);
  const ended = new Promise<Blob>((resolve) => {
    recorder.onstop = () => {
      for (const track of stream.getTracks()) track.stop();
      resolve(new Blob(parts, { type: recorder.mimeType }));
    };
  });
  recorder.start();
  const end = () => {
    if (recorder.state !== 'inactive') recorder.stop();
    return ended;
  };
  return { stop: end, cancel: () => void end() };
}

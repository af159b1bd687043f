/** What is used of signalsmith-stretch 1.3.2, which has no types of its own. Times are in seconds. */
declare module 'signalsmith-stretch' {
  interface StretchNode extends AudioNode {
    readonly addBuffers: (
      channels: readonly Float32Array[],
      transfer: readonly ArrayBufferLike[],
    ) => Promise<number>;
    readonly schedule: (change: {
      readonly active?: boolean;
      /** Which moment of what was added is heard when it begins. */
      readonly input?: number;
      /** When it begins, by the clock of the context. */
      readonly output?: number;
      readonly rate?: number;
      readonly semitones?: number;
      readonly loopStart?: number;
      readonly loopEnd?: number;
    }) => Promise<unknown>;
  }
  interface MakeStretch {
    (context: BaseAudioContext): Promise<StretchNode>;
    /** The file of the worklet; without it the package makes one out of its own text, which our policy forbids. */
    moduleUrl?: string;
  }
  const makeStretch: MakeStretch;
  export default makeStretch;
}

/** As much of Web Audio as the player asks for; what it was told is kept. */
class Param {
  value = 0;
  readonly ramps: (readonly [value: number, at: number])[] = [];
  setTargetAtTime(value: number) {
    this.value = value;
  }
  cancelScheduledValues() {
    this.ramps.length = 0;
  }
  setValueAtTime(value: number, at: number) {
    this.ramps.push([value, at]);
  }
  linearRampToValueAtTime(value: number, at: number) {
    this.ramps.push([value, at]);
  }
}
export class Node {
  readonly to: unknown[] = [];
  readonly gain = new Param();
  readonly frequency = new Param();
  readonly Q = new Param();
  readonly sent: unknown[] = [];
  readonly port = { postMessage: (m: unknown) => this.sent.push(m) };
  connect<T>(next: T): T {
    this.to.push(next);
    return next;
  }
}
export class Context {
  static allowed = true;
  static readonly all: Context[] = [];
  state = 'suspended';
  currentTime = 0;
  readonly destination = new Node();
  readonly sources: { readonly element: unknown; readonly node: Node }[] = [];
  readonly gains: Node[] = [];
  readonly filters: Node[] = [];
  readonly panners: Node[] = [];
  readonly audioWorklet = { addModule: () => Promise.resolve() };
  constructor() {
    Context.all.push(this);
  }
  resume() {
    if (Context.allowed) this.state = 'running';
    return Promise.resolve();
  }
  createMediaElementSource(element: unknown) {
    const node = new Node();
    this.sources.push({ element, node });
    return node;
  }
  createGain() {
    return this.kept(this.gains);
  }
  createStereoPanner() {
    return this.kept(this.panners);
  }
  createBiquadFilter() {
    return this.kept(this.filters);
  }
  close() {
    this.state = 'closed';
    return Promise.resolve();
  }
  private kept(list: Node[]) {
    const node = new Node();
    list.push(node);
    return node;
  }
}
export class Sound {
  static readonly all: Sound[] = [];
  readonly dataset: Record<string, string> = {};
  src = '';
  currentTime = 0;
  playbackRate = 1;
  paused = true;
  seeking = false;
  constructor() {
    Sound.all.push(this);
  }
  play() {
    this.paused = false;
    return Promise.resolve();
  }
  pause() {
    this.paused = true;
  }
}

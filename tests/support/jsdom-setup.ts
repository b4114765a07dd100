/** What browsers have and the page made of memory lacks: modal dialogs, sizes of elements. */
import { cleanup } from '@testing-library/react';
import { afterEach, vi } from 'vitest';
import { settleWorkbenches } from './in-workbench.tsx';

HTMLDialogElement.prototype.showModal = function (this: HTMLDialogElement) {
  this.open = true;
};
HTMLDialogElement.prototype.close = function (this: HTMLDialogElement) {
  this.open = false;
  this.dispatchEvent(new Event('close'));
};
globalThis.ResizeObserver = class {
  observe() {}
  unobserve() {}
  disconnect() {}
};
afterEach(async () => {
  cleanup();
  await settleWorkbenches();
  vi.unstubAllGlobals();
});

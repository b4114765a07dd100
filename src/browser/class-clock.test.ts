import { describe, expect, it } from 'vitest';
import { classClock } from './class-clock.ts';

function clocked(totalUs = 60e6) {
  let ms = 1_000;
  return {
    clock: classClock(totalUs, () => ms),
    wait: (s: number) => {
      ms += s * 1000;
    },
  };
}

describe('the clock of a class', () => {
  it('runs, pauses and goes on where it was', () => {
    const { clock, wait } = clocked();
    wait(5);
    expect(clock.at()).toBe(0);
    clock.start();
    wait(10);
    clock.pause();
    wait(30);
    expect([clock.at(), clock.running()]).toEqual([10e6, false]);
    clock.start();
    wait(2);
    expect(clock.at()).toBe(12e6);
  });
  it('changes its speed without a jump', () => {
    const { clock, wait } = clocked();
    clock.start();
    wait(10);
    clock.setSpeed(0.5);
    expect(clock.at()).toBe(10e6);
    wait(10);
    expect([clock.at(), clock.speed()]).toEqual([15e6, 0.5]);
  });
  it('goes anywhere inside the class, stops at its end and begins again from there', () => {
    const { clock, wait } = clocked();
    clock.seek(-5);
    expect(clock.at()).toBe(0);
    clock.seek(99e6);
    expect(clock.at()).toBe(60e6);
    clock.seek(55e6);
    clock.start();
    wait(20);
    expect([clock.at(), clock.running()]).toEqual([60e6, false]);
    clock.start();
    wait(1);
    expect(clock.at()).toBe(1e6);
  });
});

import type { WebDriver } from 'selenium-webdriver';

/** Frames a second while the sheet is panned or zoomed, an event each frame, or lies still. */
export const frames = (driver: WebDriver, seconds: number, how: 'pan' | 'zoom' | 'rest'): Promise<number> =>
  driver.executeAsyncScript(
    `const [seconds, how, done] = arguments;
    const svg = document.querySelector('section[aria-label="Field sheet"] .area > svg[role=group]');
    const box = svg.getBoundingClientRect();
    const cx = box.x + box.width / 2, cy = box.y + box.height / 2;
    const mouse = (type, x, y) => (type === 'mousedown' ? svg : window).dispatchEvent(new MouseEvent(type, { bubbles: true, cancelable: true, view: window, button: 0, buttons: 1, clientX: x, clientY: y }));
    if (how === 'pan') mouse('mousedown', cx, cy);
    let frames = 0;
    const t0 = performance.now();
    const step = () => {
      const s = (performance.now() - t0) / 1000;
      if (how === 'pan') mouse('mousemove', cx + 160 * Math.sin(3 * s), cy + 80 * Math.sin(5 * s));
      if (how === 'zoom') svg.dispatchEvent(new WheelEvent('wheel', { bubbles: true, cancelable: true, clientX: cx, clientY: cy, deltaY: 24 * Math.cos(2.2 * s) * -1 }));
      if (s < seconds) { frames++; return requestAnimationFrame(step); }
      if (how === 'pan') mouse('mouseup', cx, cy);
      done(frames / s);
    };
    requestAnimationFrame(step);`,
    seconds,
    how,
  );

/** How something on the sheet is dragged: where to, px from where it was taken hold of, so many seconds later. */
const WAYS = {
  // In a circle.
  source: {
    handle: '.source[data-hand]',
    grip: 'circle',
    way: '(s) => [30 * Math.cos(2.5 * s), 30 * Math.sin(2.5 * s)]',
  },
  // To and fro among its beds at an even pace: where it stood still, or at a bed's end, there would be nothing to solve.
  header: {
    handle: '.header[data-hand]',
    grip: '.grip',
    way: '(s, long) => { const away = 24 + 28 * Math.abs(((s / 1.2) % 2) - 1); return long ? [0, -away] : [away, 0]; }',
  },
};

/** Drags the source or a header for some seconds, a movement each frame, and tells in how many frames a second new pressures were drawn. */
export const drag = (driver: WebDriver, seconds: number, what: keyof typeof WAYS): Promise<number> =>
  driver.executeAsyncScript(
    `const [seconds, done] = arguments;
    const handle = document.querySelector('${WAYS[what].handle}');
    const box = handle.querySelector('${WAYS[what].grip}').getBoundingClientRect();
    const way = ${WAYS[what].way};
    const long = box.width > box.height;
    const x0 = box.x + box.width / 2, y0 = box.y + box.height / 2;
    const send = (type, x, y) => handle.dispatchEvent(new PointerEvent(type, { bubbles: true, pointerId: 1, button: 0, clientX: x, clientY: y, shiftKey: true }));
    const newest = () => { const m = performance.getEntriesByName('pressures answered').at(-1); return m ? m.startTime + m.duration : 0; };
    handle.setPointerCapture = () => {};
    send('pointerdown', x0, y0);
    const t0 = performance.now();
    let seen = newest(), repaints = 0;
    const step = () => {
      // Answers are shown within a frame.
      const now = newest();
      if (now !== seen) repaints++;
      seen = now;
      const s = (performance.now() - t0) / 1000;
      if (s > seconds) {
        // Back where it was, so that the next drag has as far to go.
        send('pointermove', x0, y0);
        send('pointerup', x0, y0);
        return done(repaints / s);
      }
      const [x, y] = way(s, long);
      send('pointermove', x0 + x, y0 + y);
      requestAnimationFrame(step);
    };
    requestAnimationFrame(step);`,
    seconds,
  );

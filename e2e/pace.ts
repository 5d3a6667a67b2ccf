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

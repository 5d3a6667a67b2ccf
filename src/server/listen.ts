import type { Express } from 'express';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { msg } from '../core/language';

/** Ports after the usual one that are tried. */
const TRIES = 20;
const LOCAL = '127.0.0.1';
/** Answers take no longer than this to be asked for, ms. */
const REQUEST_MS = 20_000;

interface Options {
  /** Takes the next free port where this one is taken. */
  others: boolean;
  say: (text: string) => void;
}

const WHY: Record<string, string> = {
  EADDRINUSE: msg`another program uses it`,
  EACCES: msg`this user may not use it`,
};

/** Listens on a port of this machine and says where. @throws Error in words, where it cannot */
export async function listenOn(app: Express, port: number, { others, say }: Options): Promise<Server> {
  for (let at = port; ; at++) {
    try {
      const server = await listen(app, at);
      const { port: own } = server.address() as AddressInfo;
      if (at !== port) say(msg`Port ${port} is taken; the next free one is used.`);
      say(`Idle Furrow is at http://localhost:${own}/`);
      return server;
    } catch (error) {
      const { code = '', message } = error as NodeJS.ErrnoException;
      const why = WHY[code] ?? message;
      if (others && code === 'EADDRINUSE' && at < port + TRIES) continue;
      throw new Error(
        msg`Port ${at} cannot be used: ${why}. Set PORT to another, as in “PORT=4300 npm run serve”.`,
        { cause: error },
      );
    }
  }
}

const listen = (app: Express, port: number): Promise<Server> =>
  new Promise((resolve, reject) => {
    const server = app.listen(port, LOCAL, (error?: Error) => (error ? reject(error) : resolve(server)));
    server.requestTimeout = REQUEST_MS;
    server.headersTimeout = REQUEST_MS;
  });

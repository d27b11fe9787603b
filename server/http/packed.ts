import { readdirSync } from 'node:fs';
import path from 'node:path';
import type { RequestHandler } from 'express';

const TYPES: Readonly<Record<string, string>> = {
  '.js': 'text/javascript; charset=utf-8',
  '.css': 'text/css; charset=utf-8',
};

/**
 * Gives what the build has packed as tightly as it can be (a `.br` beside the file) to who can read it;
 * everything else goes on to whoever serves the folder. Names are read once: files of a build never change.
 *
 * @param folder the folder with the files and their packed ones
 */
export function packed(folder: string): RequestHandler {
  const names = new Set(readdirSync(folder).filter((name) => name.endsWith('.br')));
  return (request, response, next) => {
    const name = path.posix.basename(request.path);
    const type = TYPES[path.extname(name)];
    const plain = request.method !== 'GET' && request.method !== 'HEAD';
    if (plain || !type || request.path !== `/${name}` || !names.has(`${name}.br`)) return next();
    response.vary('Accept-Encoding');
    if (request.acceptsEncodings('br') !== 'br') return next();
    response.setHeader('Content-Encoding', 'br');
    response.type(type);
    request.url = `/${name}.br`;
    next();
  };
}

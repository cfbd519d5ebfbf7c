import pino from 'pino';

/** The server's log, one JSON object a line on standard error; standard output is the start command's. */
export const log = pino(
  { level: process.env.ANDANTE_LOG ?? 'info', base: null },
  pino.destination({ fd: 2, sync: true }),
);

import { run } from './program';

// A reader that goes away, such as head, is no error.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EPIPE') process.exit();
  throw error;
});

run(process.argv.slice(2));

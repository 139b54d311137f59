import { readFileSync } from 'node:fs';
import { run } from './main';

// Whoever reads the other end may have seen enough: a closed pipe is no error of ours.
for (const stream of [process.stdout, process.stderr])
  stream.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code !== 'EPIPE') throw error;
    process.exit(0);
  });

process.exitCode = run(process.argv.slice(2), {
  print: (line) => process.stdout.write(`${line}\n`),
  printError: (line) => process.stderr.write(`${line}\n`),
  readInput: () => readFileSync(0, 'utf8'),
});

// Memory images without the application. Documented in the README.
import { runCommand } from './run-command.ts';

const { out, error, exit } = runCommand(process.argv.slice(2));
if (out) console.log(out);
if (error) console.error(error);
process.exitCode = exit;

import { Command, CommanderError, InvalidArgumentError } from 'commander';
import { printable } from '../core/language/controls';
import { exportFormats, type ExportFormat } from '../core/export/formats';
import { codeLanguages, type CodeLanguage } from '../core/generate/languages';
import { severities, type Severity } from '../core/rules/parts/rule';
import { askFormats, askPlan, questionHelp, type AskOptions } from './ask';
import { checkFiles, checkFormats, type CheckOptions } from './check';
import { compareFormats, comparePlans, compareThresholds, type CompareOptions } from './compare';
import { explain } from './explain';
import { exportFiles, type ExportCommandOptions } from './export';
import { formatFiles } from './format';
import { generateCode, type GenerateOptions } from './generate';
import { auditLinks, linkFormats, openLinks, type LinkOptions } from './link';
import { printModel } from './model';
import { printTour, tourFormats, type TourOptions } from './tour';
import { version } from './version';
import { walkPlan } from './walk';

/** Exit codes: 0 nothing found, 1 something found, 2 the call or a file cannot be read. */
const unusable = 2;

function oneOf<T extends string>(allowed: readonly T[]) {
  return (value: string): T => {
    if ((allowed as readonly string[]).includes(value)) return value as T;
    throw new InvalidArgumentError(`Use one of ${allowed.join(', ')}.`);
  };
}

/** A package by the rules of Kotlin: names with points between them. */
function packageName(value: string): string {
  if (/^[A-Za-z_]\w*(\.[A-Za-z_]\w*)*$/.test(value)) return value;
  throw new InvalidArgumentError('Use names with points between them, such as com.example.huts.');
}

function wholeNumber(value: string): number {
  if (/^\d{1,4}$/.test(value)) return Number(value);
  throw new InvalidArgumentError('Use a whole number from 0 to 9999.');
}

/** The commands that judge a plan, or a change of it. */
function addChecks(andante: Command): void {
  andante
    .command('check')
    .description('check plans: exit 0 when nothing was found, 1 when something was, 2 when a file cannot be read')
    .argument('<file...>', 'plans to check; - reads standard input')
    .option('--format <format>', 'text, json, sarif or junit', oneOf(checkFormats), 'text')
    .option(
      '--fail-on <severity>',
      'the least that makes the check fail: error, warning or note',
      oneOf<Severity>(severities),
      'error',
    )
    .option('--since <old>', 'report only what an earlier version does not have: a file, or REVISION:path of Git')
    .action((files: string[], options: CheckOptions) => {
      process.exitCode = checkFiles(files, options);
    });

  andante
    .command('compare')
    .description('say what a change does: what breaks, for whom, with evidence. Exit 1 when something breaks')
    .argument('<old>', 'the earlier plan: a file, REVISION:path of a Git repository, or - for standard input')
    .argument('<new>', 'the later plan, named in the same way')
    .option('--format <format>', compareFormats.join(', '), oneOf(compareFormats), 'text')
    .option(
      '--fail-on <least>',
      'the least that makes the comparison fail: breaking, worse, or any change',
      oneOf(compareThresholds),
      'breaking',
    )
    .action((before: string, after: string, options: CompareOptions) => {
      process.exitCode = comparePlans(before, after, options);
    });
}

function program(): Command {
  const andante = new Command('andante')
    .description('Proves that every screen of a mobile app’s plan can be reached and every argument is supplied.')
    .version(version)
    .exitOverride()
    .showHelpAfterError('Try andante --help.');

  addChecks(andante);

  andante
    .command('ask')
    .description('answer a question about a plan, over all runs: ways, losses, what Back reveals')
    .argument('<file>', 'the plan; - reads standard input')
    .argument('<question>', 'one of the questions below, in quotes')
    .option('--format <format>', 'text or json', oneOf(askFormats), 'text')
    .option('--variant <variant>', 'the variant that is asked about; the first one unless said')
    .addHelpText('after', questionHelp)
    .action((file: string, question: string, options: AskOptions) => {
      process.exitCode = askPlan(file, question, options);
    });

  andante
    .command('format')
    .description('lay plans out evenly, in place; standard input goes to standard output')
    .argument('<file...>', 'plans to lay out; - reads standard input')
    .option('--check', 'write nothing, name the files that are not laid out, and exit 1 if there are any', false)
    .action((files: string[], options: { check: boolean }) => {
      process.exitCode = formatFiles(files, options.check);
    });

  andante
    .command('walk')
    .description('walk the kept walks of a plan: exit 0 when all of them hold, 1 when one is broken in every variant')
    .argument('<file>', 'the plan; - reads standard input')
    .option('--name <name>', 'only the walk of that name')
    .action((file: string, options: { name?: string }) => {
      process.exitCode = walkPlan(file, options.name);
    });

  andante
    .command('tour')
    .description('print a small set of walks that together use every outcome of every trigger and menu item')
    .argument('<file>', 'the plan; - reads standard input')
    .option('--format <format>', 'text (walks of the language), json or csv', oneOf(tourFormats), 'text')
    .option('--variant <variant>', 'the variant to walk; the first one unless said')
    .action((file: string, options: TourOptions) => {
      process.exitCode = printTour(file, options);
    });

  andante
    .command('link')
    .description(
      'say what the app does with URLs: screen, arguments, stack; or what comes nearest. Exit 1 when some open nothing',
    )
    .argument('<file>', 'the plan; - reads standard input')
    .argument('[url...]', 'URLs, or paths that begin with a slash')
    .option(
      '--audit <file>',
      'count what the URLs of a file open, of any size: one a line, or an access log; - reads standard input',
    )
    .option('--column <column>', 'the file is CSV, and this column has the URLs: its name, or its number from 1')
    .option('--format <format>', 'text, json or csv', oneOf(linkFormats), 'text')
    .option('--variant <variant>', 'the variant that opens them; the first one unless said')
    .action(async (file: string, urls: string[], options: LinkOptions) => {
      const { audit } = options;
      process.exitCode =
        audit === undefined ? openLinks(file, urls, options) : await auditLinks(file, urls, { ...options, audit });
    });

  andante
    .command('model')
    .description('print a plan as JSON, as docs/schema/plan.schema.json says')
    .argument('<file>', 'the plan, as text or as that JSON; - reads standard input')
    .option('--text', 'print it as text instead, without comments', false)
    .action((file: string, options: { text: boolean }) => {
      process.exitCode = printModel(file, options.text);
    });

  andante
    .command('generate')
    .description('write the typed code of a plan into a folder: routes, links, exits, and the state of the app')
    .argument('<language>', codeLanguages.join(', '), oneOf<CodeLanguage>(codeLanguages))
    .argument('<file>', 'the plan; - reads standard input')
    .requiredOption('--out <folder>', 'the folder for the code; files of others there stay as they are')
    .option(
      '--check',
      'write nothing, name the files that are missing or out of date, and exit 1 if there are any',
      false,
    )
    .option('--package <name>', 'the package of Kotlin code; named after the app unless said', packageName)
    .option(
      '--force',
      'write code for a plan with gaps, and overwrite generated files that were changed by hand',
      false,
    )
    .action((language: CodeLanguage, file: string, options: GenerateOptions) => {
      process.exitCode = generateCode(language, file, options);
    });

  andante
    .command('export')
    .description('write what others get from a plan into a folder: documents, diagrams, links, tours, tables')
    .argument('<format>', exportFormats.join(', '), oneOf<ExportFormat>(exportFormats))
    .argument('<file>', 'the plan; - reads standard input')
    .requiredOption('--out <folder>', 'the folder for the files; files of others there stay as they are. - prints one')
    .option('--as <kind>', 'one kind of file, such as csv; all kinds of the format unless said')
    .option('--variant <variant>', 'the variant to show; the first one unless said')
    .option('--module <module>', 'diagram: only the screens of this module')
    .option('--around <screen>', 'diagram: only screens near this one')
    .option('--steps <number>', 'diagram: how many steps away still count as near', wholeNumber, 1)
    .option('--apple-id <id>', 'links: team and bundle, such as TEAM123456.com.example.huts')
    .option('--android-package <name>', 'links: package of the app, such as com.example.huts')
    .option('--android-certificate <sha256>', 'links: fingerprint of the certificate that signs the app')
    .option(
      '--check',
      'write nothing, name the files that are missing or out of date, and exit 1 if there are any',
      false,
    )
    .option('--force', 'write what a plan with gaps has, and overwrite files that were changed by hand', false)
    .action((format: ExportFormat, file: string, options: ExportCommandOptions) => {
      process.exitCode = exportFiles(format, file, options);
    });

  andante
    .command('explain')
    .description('say what a rule finds, why it hurts, and show it broken and put right')
    .argument('[rule]', 'such as supply/missing; without it, all rules are listed')
    .action((rule: string | undefined) => {
      process.exitCode = explain(rule);
    });

  const onLines = (text: string): void => void process.stderr.write(text.split('\n').map(printable).join('\n'));
  for (const command of [andante, ...andante.commands]) command.configureOutput({ writeErr: onLines });
  for (const command of andante.commands)
    command.exitOverride().showHelpAfterError(`Try andante ${command.name()} --help.`);
  return andante;
}

/**
 * Runs a command, and sets the exit code of the process. An audit of URLs goes on after this returns, until its file is
 * read.
 *
 * @param args what stands behind `andante`
 */
export function run(args: readonly string[]): void {
  try {
    program().parse(args, { from: 'user' });
  } catch (error) {
    if (!(error instanceof CommanderError)) throw error;
    process.exitCode =
      error.exitCode === 0 || error.code === 'commander.help' ? (args.length > 0 ? 0 : unusable) : unusable;
  }
}

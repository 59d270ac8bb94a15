<?php

declare(strict_types=1);

/**
 * How much of the core its tests hold: changes the code in one place at a time (a mutant) and sees whether a test of
 * the core fails. `php -d extension=pcov.so -d pcov.directory=. tools/mutate.php [--sample=N] [--seed=WORD]
 * [--changed=REF] [--least=PERCENT] [PATH …]`, paths in core, all of it without; N mutants a folder, the same ones each
 * time as long as the seed is. Who wrote tests with the survivors of one seed in view asks another how far they reach.
 *
 * With --least the command fails where fewer are killed: of a sample only where so few would come about less than once
 * in a hundred times if that share of all were killed.
 *
 * A mutant counts as killed only where a test is told to have failed or PHP broke off: a tool that cannot start its
 * tests would else kill everything. Two checks come first: the toy beside this file must leave just the mutants that
 * are known to survive, and the tests of a folder must pass on the code unchanged, started the same way.
 */

use Pest\Mutate\Cache\NullStore;
use Pest\Mutate\Mutation;
use Pest\Mutate\Mutators\Sets\DefaultSet;
use Pest\Mutate\Support\MutationGenerator;
use Pest\Support\Container;
use Psr\SimpleCache\CacheInterface;
use SebastianBergmann\CodeCoverage\CodeCoverage;
use Symfony\Component\Finder\SplFileInfo;
use Symfony\Component\Process\Process;

require dirname(__DIR__).'/vendor/autoload.php';
chdir(dirname(__DIR__));

/** Mutants of the toy that its test lets live, by line and mutator. */
const TOY_SURVIVORS = [
    '12 DecrementInteger',
    '12 GreaterToGreaterOrEqual',
    '12 IncrementInteger',
    '21 DecrementInteger',
    '21 IncrementInteger',
    '21 MultiplicationToDivision',
];

/** Mutants that no test can kill, since they say the same. */
const EQUIVALENT = __DIR__.'/mutation-equivalents.txt';

const AT_A_TIME = 2;

/** That the tests of one mutant may take; one that goes on for ever is killed. */
const SECONDS = 180.0;

/**
 * @param  list<string>  $tests  files or folders
 * @param  array<string, string>  $env
 */
function pest(array $tests, string $filter, array $env, float $seconds, string $coverage = ''): Process
{
    $command = [
        PHP_BINARY,
        '-d',
        'memory_limit=2G',
        'vendor/bin/pest',
        '--colors=never',
        '--bail',
        '--cache-directory',
        sys_get_temp_dir().'/mutation-cache',
    ];
    if ($coverage !== '') {
        array_splice($command, 3, 0, ['-d', 'extension=pcov.so', '-d', 'pcov.directory='.getcwd()]);
        array_push($command, '--coverage-php='.$coverage, '--coverage-filter=tools/mutation-toy');
    }
    if ($filter !== '') {
        $command[] = '--filter='.$filter;
    }
    $process = new Process([...$command, ...$tests], null, $env, null, $seconds);
    $process->start();

    return $process;
}

/** What a test is called on the command line, from what the report of coverage calls it. */
function filterOf(string $test): string
{
    preg_match('/\\\\([a-zA-Z0-9]*)::(__pest_evaluable_)?([^#]*)"?/', $test, $found);
    $name = ($found[2] ?? '') === '' ? $found[3] ?? '' : str_replace(['__', '_'], ['.{1,2}', '.'], $found[3] ?? '');

    return ($found[1] ?? '').'::(.*)'.$name;
}

/**
 * @return array<string, array<int, ?list<string>>> by file and line the tests that come by there; null for no statement
 */
function covered(string $tests): array
{
    $file = (string) tempnam(sys_get_temp_dir(), 'covered');
    $process = pest([$tests], '', [], 900, $file);
    $process->wait();
    if (! $process->isSuccessful()) {
        fwrite(STDERR, $process->getOutput().$process->getErrorOutput());
        exit("The tests in $tests do not pass, so nothing can be said of them.\n");
    }
    $report = require $file;
    unlink($file);
    assert($report instanceof CodeCoverage);

    return $report->getData()->lineCoverage();
}

/**
 * The tests that come by a mutant. What is no statement (a constant, a property) is seen by all tests of its file.
 *
 * @param  array<int, ?list<string>>  $lines  tests by line of its file
 * @return list<string>
 */
function testsOf(Mutation $mutant, array $lines): array
{
    $range = range($mutant->startLine, $mutant->endLine);
    $isStatement = array_filter($range, static fn (int $line): bool => isset($lines[$line])) !== [];

    return array_values(
        array_unique(
            array_merge(
                ...array_map(
                    static fn (int $line): array => $lines[$line] ?? [],
                    $isStatement ? $range : array_keys($lines),
                ),
            ),
        ),
    );
}

/** @return array<int, Mutation> */
function mutants(string $path): array
{
    return (new MutationGenerator())->generate(
        new SplFileInfo($path, dirname($path), basename($path)),
        DefaultSet::mutators(),
    );
}

/** @param  list<string>  $tests  those that come by the mutant's lines */
function start(Mutation $mutant, string $folder, array $tests, float $seconds): Process
{
    $isWhole = count($tests) === 1 && ! str_contains($tests[0], '::');
    $filter = $isWhole ? '' : '"'.implode('|', array_unique(array_map(filterOf(...), $tests))).'"';
    $files = [];
    foreach ($tests as $test) {
        // P\Tests\Core\Url\SlugTest::… is of the file tests/Core/Url/SlugTest.php.
        $file = lcfirst(str_replace('\\', '/', substr(explode('::', $test)[0], 2))).'.php';
        $in = lcfirst(str_replace('\\', '/', substr($test, 2)));
        $files[$isWhole && is_dir($in) ? $in : (is_file($file) ? $file : $folder)] = true;
    }
    $env = [
        'PEST_MUTATION_TESTING' => (string) $mutant->file->getRealPath(),
        'PEST_MUTATION_FILE' => $mutant->modifiedSourcePath,
    ];

    return pest(array_keys($files), strlen($filter) > 60_000 ? '' : $filter, $env, $seconds);
}

/** @return ?bool killed; null where the run is no answer */
function verdict(Process $process): ?bool
{
    try {
        if ($process->isRunning()) {
            $process->checkTimeout();
        }
        $process->wait();
    } catch (Symfony\Component\Process\Exception\ProcessTimedOutException) {
        return true;
    }
    $said = $process->getOutput().$process->getErrorOutput();
    if ($process->isSuccessful()) {
        return preg_match('/Tests: .*passed/', $said) === 1 ? false : null;
    }

    return preg_match(
        '/Tests: .*(?:failed|warning|risky|deprecated)|Fatal error|Parse error|Allowed memory|memory limit of \d+ bytes exhausted|DatasetMissing/i',
        $said,
    ) === 1
        ? true
        : null;
}

/**
 * @param  list<string>  $files
 * @param  array<string, array<int, ?list<string>>>  $covered
 * @param  array{?int, string}  $sample  how many mutants, all where null; and the seed that chooses them
 * @param  list<string>  $equivalent
 * @return array{killed: int, survivors: list<array{string, Mutation, string}>} survivors with how they lived
 */
function judge(array $files, string $tests, array $covered, array $sample, array $equivalent = []): array
{
    [$size, $seed] = $sample;
    $mutants = [];
    foreach ($files as $file) {
        $lines = file($file, FILE_IGNORE_NEW_LINES) ?: [];
        foreach (mutants($file) as $mutant) {
            $known = $file.' '.name($mutant).' '.trim($lines[$mutant->startLine - 1] ?? '');
            $isEquivalent =
                array_filter($equivalent, static fn (string $one): bool => preg_match("~^(?:$one)~", $known) === 1) !==
                [];
            // Two places may be changed into the same text, which is kept, tried and counted once.
            $isEquivalent || ($mutants[$mutant->modifiedSourcePath] = [$file, $mutant]);
        }
    }
    // The same ones each time, spread over all files.
    usort($mutants, static fn (array $a, array $b): int => md5($seed.$a[1]->id) <=> md5($seed.$b[1]->id));
    foreach (array_splice($mutants, $size ?? count($mutants)) as [, $mutant]) {
        @unlink($mutant->modifiedSourcePath);
    }
    $killed = 0;
    $survivors = $running = [];
    $settle = static function () use (&$running, &$killed, &$survivors): void {
        [$file, $mutant, $process] = array_shift($running);
        $verdict = verdict($process);
        if ($verdict === null) {
            fwrite(STDERR, $process->getOutput().$process->getErrorOutput());
            exit("A run of tests on a mutant of $file gave no answer; nothing is counted.\n");
        }
        @unlink($mutant->modifiedSourcePath);
        $verdict ? $killed++ : ($survivors[] = [$file, $mutant, 'lives']);
    };
    foreach ($mutants as [$file, $mutant]) {
        $by = testsOf($mutant, $covered[(string) realpath($file)] ?? []);
        // A file of constants alone is seen by whatever reads them.
        $hasStatements = array_filter($covered[(string) realpath($file)] ?? [], is_array(...)) !== [];
        if ($by === [] && ! $hasStatements && str_starts_with($file, 'core/')) {
            $by = ['P\\Tests\\Core\\'.explode('/', $file)[1]];
        }
        if ($by === []) {
            $survivors[] = [$file, $mutant, 'no test comes by'];

            continue;
        }
        if (count($running) >= AT_A_TIME) {
            $settle();
        }
        $running[] = [$file, $mutant, start($mutant, $tests, $by, SECONDS)];
    }
    while ($running !== []) {
        $settle();
    }

    return ['killed' => $killed, 'survivors' => $survivors];
}

function name(Mutation $mutant): string
{
    return basename(str_replace('\\', '/', $mutant->mutator));
}

/** The chance that at most so many of all are killed where each is with the given probability (binomial law). */
function chanceOfAtMost(int $killed, int $all, float $probability): float
{
    $sum = 0.0;
    $term = (1 - $probability) ** $all;
    for ($k = 0; $k <= $killed; $k++) {
        $sum += $term;
        $term *= ((($all - $k) / ($k + 1)) * $probability) / (1 - $probability);
    }

    return $sum;
}

function toyHolds(): bool
{
    ['survivors' => $survivors] = judge(
        ['tools/mutation-toy/Steps.php'],
        'tools/mutation-toy',
        covered('tools/mutation-toy'),
        [null, ''],
    );
    $lived = array_map(static fn (array $one): string => $one[1]->startLine.' '.name($one[1]), $survivors);
    sort($lived);
    if ($lived === TOY_SURVIVORS) {
        return true;
    }
    fwrite(
        STDERR,
        'The toy should leave '.implode(', ', TOY_SURVIVORS).' and left '.implode(', ', $lived).".\n",
    );

    return false;
}

@mkdir('vendor/pestphp/pest-plugin-mutate/.temp/mutations', 0o755, true);
Container::getInstance()->add(CacheInterface::class, new NullStore());
$sample = [null, ''];
$least = 0.0;
$paths = [];
foreach (array_slice($argv, 1) as $word) {
    if (preg_match('/^--sample=(\d+)$/', $word, $found) === 1) {
        $sample[0] = (int) $found[1];
    } elseif (preg_match('/^--seed=(\w+)$/', $word, $found) === 1) {
        $sample[1] = $found[1];
    } elseif (preg_match('/^--least=(\d+(?:\.\d+)?)$/', $word, $found) === 1) {
        $least = (float) $found[1];
    } elseif (preg_match('/^--changed=(\S+)$/', $word, $found) === 1) {
        // The checkout may be somebody else's than the tests'.
        $git = new Process([
            'git',
            '-c',
            'safe.directory=*',
            'diff',
            '--name-only',
            '--diff-filter=AM',
            $found[1],
            '--',
            'core/*.php',
        ]);
        $git->run();
        $paths = array_values(array_filter(explode("\n", trim($git->getOutput())), is_file(...)));
        if ($paths === []) {
            exit("No file of the core has changed since $found[1], as far as git knows.\n");
        }
    } else {
        $paths[] = rtrim($word, '/');
    }
}
toyHolds() || exit(1);
$files = [];
foreach ($paths ?: ['core'] as $path) {
    $found = is_file($path)
        ? [new SplFileInfo($path, '', '')]
        : new RecursiveIteratorIterator(new RecursiveDirectoryIterator($path, FilesystemIterator::SKIP_DOTS));
    foreach ($found as $file) {
        $at = $file->getPathname();
        if ($file->getExtension() === 'php' && ! str_contains($at, '/Data/')) {
            $files[explode('/', $at)[1]][] = $at;
        }
    }
}
ksort($files);
$equivalent = [];
foreach (file(EQUIVALENT, FILE_IGNORE_NEW_LINES) ?: [] as $line) {
    str_starts_with($line, '#') || ($equivalent[] = explode(' # ', $line, 2)[0]);
}
// Where only what has changed is asked about, in a run of all tests, the tests of its own folder have to hold it.
$isQuick = preg_grep('/^--changed=/', $argv) !== [];
$covered = $isQuick ? [] : covered('tests/Core');
$all = $killed = 0;
foreach ($files as $folder => $of) {
    sort($of);
    $tests = $isQuick ? "tests/Core/$folder" : 'tests/Core';
    $told = judge($of, $tests, $isQuick ? covered($tests) : $covered, $sample, $equivalent);
    $sum = $told['killed'] + count($told['survivors']);
    $all += $sum;
    $killed += $told['killed'];
    foreach ($told['survivors'] as [$file, $mutant, $how]) {
        echo "$file:{$mutant->startLine} ".name($mutant)." $how\n";
    }
    echo json_encode([
        'folder' => $folder,
        'mutants' => $sum,
        'killed' => $told['killed'],
        'score' => $sum === 0 ? null : round((100 * $told['killed']) / $sum, 1),
    ]),
    "\n";
}
$score = $all === 0 ? 100.0 : (100 * $killed) / $all;
echo json_encode(['folder' => 'all', 'mutants' => $all, 'killed' => $killed, 'score' => round($score, 1)]), "\n";
// Of a sample a few less are chance: whoever wrote nothing worse than before is not held up by the draw.
$isLess = $sample[0] === null ? $score < $least : $least > 0 && chanceOfAtMost($killed, $all, $least / 100) < 0.01;
exit($isLess ? 1 : 0);

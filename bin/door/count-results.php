<?php

/** Adds up the result files in a folder, repeats what failed and why, and prints the closing line; exits 1 where
 * anything failed, nothing ran, or a file of results cannot be read. What failed stands at the end, since of a long
 * log often its end alone is kept. */

declare(strict_types=1);

/** Results as XML can hold them, without colours: a test's name quotes the bytes of its data set as they are, which may be no
 * UTF-8 and may be control characters, and neither is a failure (XML 1.0, 2.2). */
function readable(string $results): string
{
    $controls = '(?:[\x00-\x08\x0B\x0C\x0E-\x1F]|&#(?:[0-8]|1[1-2]|1[4-9]|2[0-9]|3[01]);)';

    $plain = (string) preg_replace('/(?:\e|&#27;)\[[0-9;]*m/', '', mb_scrub($results, 'UTF-8'));

    return preg_replace("/$controls/", '?', $plain) ?? '';
}

/** Of one failure that many lines are repeated; the rest stands where it happened. */
const LINES = 25;

/** What failed and why, each line told by what ran. */
function failure(string $name, string $why): string
{
    $lines = preg_split('/\R/', trim($why)) ?: [];

    return "\nFAILED: $name\n".implode('', array_map(
        static fn (string $line): string => '    '.mb_strimwidth($line, 0, 300, '…', 'UTF-8')."\n",
        $lines === [''] ? [] : array_slice($lines, 0, LINES),
    ));
}

$dir = $argv[1];
[$passed, $failed, $skipped] = [0, 0, 0];
foreach (glob("$dir/*.check") ?: [] as $file) {
    if (trim((string) file_get_contents($file)) === 'passed') {
        $passed++;

        continue;
    }
    $failed++;
    $said = @file(substr($file, 0, -6).'.txt') ?: [];
    echo failure(basename($file, '.check'), readable(implode('', array_slice($said, -LINES))));
}
foreach (glob("$dir/*.xml") ?: [] as $file) {
    $xml = @simplexml_load_string(readable((string) file_get_contents($file)));
    if ($xml === false) {
        echo failure(basename($file), 'It cannot be read: it is no XML, or was cut off.');
        $failed++;

        continue;
    }
    foreach ($xml->xpath('//testcase') ?: [] as $case) {
        if (isset($case->failure) || isset($case->error)) {
            $failed++;
            $where = (string) ($case['file'] ?? $case['classname']);
            echo failure(trim("$where {$case['name']}"), (string) ($case->failure[0] ?? $case->error[0]));
        } else {
            isset($case->skipped) ? $skipped++ : $passed++;
        }
    }
}
echo "\n$passed passed, $failed failed".($skipped > 0 ? ", $skipped skipped" : '')."\n";
exit($failed > 0 || $passed === 0 ? 1 : 0);

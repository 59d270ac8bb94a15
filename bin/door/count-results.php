<?php

/** Adds up the result files in a folder and prints the closing line; exits 1 where anything failed, nothing
 * ran, or a file of results cannot be read. */

declare(strict_types=1);

/** Results as XML can hold them: a test's name quotes the bytes of its data set as they are, which may be no
 * UTF-8 and may be control characters, and neither is a failure (XML 1.0, 2.2). */
function readable(string $results): string
{
    $controls = '(?:[\x00-\x08\x0B\x0C\x0E-\x1F]|&#(?:[0-8]|1[1-2]|1[4-9]|2[0-9]|3[01]);)';

    return preg_replace("/$controls/", '?', mb_scrub($results, 'UTF-8')) ?? '';
}

$dir = $argv[1];
[$passed, $failed, $skipped] = [0, 0, 0];
foreach (glob("$dir/*.check") ?: [] as $file) {
    trim((string) file_get_contents($file)) === 'passed' ? $passed++ : $failed++;
}
foreach (glob("$dir/*.xml") ?: [] as $file) {
    $xml = @simplexml_load_string(readable((string) file_get_contents($file)));
    if ($xml === false) {
        echo basename($file), " cannot be read: it is no XML, or was cut off\n";
        $failed++;

        continue;
    }
    foreach ($xml->xpath('//testcase') ?: [] as $case) {
        match (true) {
            isset($case->failure) || isset($case->error) => $failed++,
            isset($case->skipped) => $skipped++,
            default => $passed++,
        };
    }
}
echo "\n$passed passed, $failed failed".($skipped > 0 ? ", $skipped skipped" : '')."\n";
exit($failed > 0 || $passed === 0 ? 1 : 0);

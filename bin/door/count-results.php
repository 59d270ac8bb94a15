<?php

/** Adds up the result files in a folder and prints the closing line; exits 1 where anything failed, nothing
 * ran, or a file of results cannot be read. */

declare(strict_types=1);

$dir = $argv[1];
[$passed, $failed, $skipped] = [0, 0, 0];
foreach (glob("$dir/*.check") ?: [] as $file) {
    trim((string) file_get_contents($file)) === 'passed' ? $passed++ : $failed++;
}
foreach (glob("$dir/*.xml") ?: [] as $file) {
    $xml = simplexml_load_file($file);
    if ($xml === false) {
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

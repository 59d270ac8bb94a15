<?php

/**
 * Compares the packages that were installed with composer.sums, by name, version and checksum of what was downloaded:
 * prints those that differ and ends with 1. Arguments: the folder of the project.
 */

declare(strict_types=1);

$root = $argv[1] ?? '.';
$lines = static fn (string $file): array => file($file, FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?: [];
$installed = json_decode(
    (string) file_get_contents("$root/vendor/composer/installed.json"),
    true,
    512,
    JSON_THROW_ON_ERROR,
);
$came = array_map(
    static fn (array $package): string => "{$package['name']} {$package['version']} ".
        ($package['dist']['shasum'] ?? ''),
    $installed['packages'],
);
$wanted = $lines("$root/composer.sums");
$differ = [...array_diff($wanted, $came), ...array_diff($came, $wanted)];
sort($differ);
foreach ($differ as $line) {
    echo(in_array($line, $wanted, true) ? 'not there: ' : 'not wanted: ').$line."\n";
}
exit($differ === [] ? 0 : 1);

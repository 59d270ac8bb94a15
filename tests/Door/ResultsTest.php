<?php

declare(strict_types=1);

/** @return array{string, int} what the door says of a folder of results, and the code that it ends with */
function resultsOf(string ...$files): array
{
    $dir = sys_get_temp_dir().'/results-'.bin2hex(random_bytes(6));
    mkdir($dir);
    foreach ($files as $name => $text) {
        file_put_contents("$dir/$name", $text);
    }
    exec(
        'php '.escapeshellarg(dirname(__DIR__, 2).'/bin/door/count-results.php').' '.escapeshellarg($dir),
        $out,
        $code,
    );
    array_map(unlink(...), glob("$dir/*") ?: []);
    rmdir($dir);

    return [trim(implode("\n", $out)), $code];
}

it('adds up checks and tests, and ends with an error where one of them failed', function (
    string $case,
    string $check,
    string $line,
    int $code,
): void {
    $xml = "<testsuites><testsuite><testcase name=\"a\"/>$case</testsuite></testsuites>";
    expect(resultsOf(...['core.xml' => $xml, 'eslint.check' => $check]))->toBe([$line, $code]);
})->with([
    'all passed' => ['<testcase name="b"/>', "passed\n", '3 passed, 0 failed', 0],
    'a failure' => ['<testcase name="b"><failure/></testcase>', 'passed', '2 passed, 1 failed', 1],
    'an error' => ['<testcase name="b"><error/></testcase>', 'passed', '2 passed, 1 failed', 1],
    'a test skipped' => ['<testcase name="b"><skipped/></testcase>', 'passed', '2 passed, 0 failed, 1 skipped', 0],
    'a check that did not pass' => ['', 'failed', '1 passed, 1 failed', 1],
]);

it('takes a name with any bytes in it for a name, and results that are cut off for a failure', function (): void {
    $name = "with (\xFE\xFF, '&#12;&#9;', \x01)";
    $whole = "<testsuites><testcase name=\"$name\"/><testcase name=\"b\"><failure>\xFF</failure></testcase></testsuites>";
    expect(resultsOf(...['core.xml' => $whole]))
        ->toBe(['1 passed, 1 failed', 1])
        ->and(resultsOf(...['core.xml' => substr($whole, 0, -15), 'lint.check' => 'passed']))
        ->toBe(["core.xml cannot be read: it is no XML, or was cut off\n\n1 passed, 1 failed", 1]);
});

it('fails where nothing ran', function (): void {
    expect(resultsOf())->toBe(['0 passed, 0 failed', 1]);
});

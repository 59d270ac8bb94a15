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
    'a failure' => [
        '<testcase name="b" file="x/A.php"><failure>why&#10;where</failure></testcase>',
        'passed',
        "FAILED: x/A.php b\n    why\n    where\n\n2 passed, 1 failed",
        1,
    ],
    'an error' => [
        '<testcase name="b" classname="x.spec"><error>'."\e[31mwhy\e[39m</error></testcase>",
        'passed',
        "FAILED: x.spec b\n    why\n\n2 passed, 1 failed",
        1,
    ],
    'a test skipped' => ['<testcase name="b"><skipped/></testcase>', 'passed', '2 passed, 0 failed, 1 skipped', 0],
    'a check that did not pass' => ['', 'failed', "FAILED: eslint\n\n1 passed, 1 failed", 1],
]);

it('takes a name with any bytes in it for a name, and results that are cut off for a failure', function (): void {
    $name = "with (\xFE\xFF, '&#12;&#9;', \x01)";
    $whole = "<testsuites><testcase name=\"$name\"/><testcase name=\"b\"><failure>\xFF</failure></testcase></testsuites>";
    expect(resultsOf(...['core.xml' => $whole]))
        ->toBe(["FAILED: b\n    ?\n\n1 passed, 1 failed", 1])
        ->and(resultsOf(...['core.xml' => substr($whole, 0, -15), 'lint.check' => 'passed']))
        ->toBe(["FAILED: core.xml\n    It cannot be read: it is no XML, or was cut off.\n\n1 passed, 1 failed", 1]);
});

it('repeats the end of what a check said that did not pass, and nothing of one that did', function (): void {
    $long = implode("\n", range(1, 60));
    [$said] = resultsOf(
        ...[
            'lint.check' => 'failed',
            'lint.txt' => $long,
            'style.check' => 'passed',
            'style.txt' => 'fine',
        ],
    );
    expect($said)
        ->toStartWith("FAILED: lint\n    36\n")
        ->toEndWith("    60\n\n1 passed, 1 failed")
        ->not->toContain('fine');
});

it('fails where nothing ran', function (): void {
    expect(resultsOf())->toBe(['0 passed, 0 failed', 1]);
});

it('goes on behind a check that fails, and tells it', function (): void {
    $dir = sys_get_temp_dir().'/checks-'.bin2hex(random_bytes(6));
    mkdir("$dir/results", 0o700, true);
    $door = dirname(__DIR__, 2).'/bin/door';
    // As bin/orchard has it: a command that fails ends the script, wherever it stands in a pipe.
    $script =
        'set -euo pipefail; say() { echo "$@"; }; as_user() { "$@"; }; code=0; VAR='.
        escapeshellarg($dir).
        '; eval "$(sed -n \'/^run_check()/,/^}/p\' '.
        escapeshellarg("$door/test.sh").
        ')"'.
        '; run_check bad bash -c "echo why; exit 3"; run_check good echo fine; echo "code $code"'.
        '; php '.
        escapeshellarg("$door/count-results.php").
        ' "$VAR/results"';
    exec('bash -c '.escapeshellarg($script), $out, $code);
    array_map(unlink(...), glob("$dir/results/*") ?: []);
    rmdir("$dir/results");
    rmdir($dir);
    expect($code)
        ->toBe(1)
        ->and(implode("\n", $out))
        ->toBe("bad\nwhy\ngood\nfine\ncode 1\n\nFAILED: bad\n    why\n\n1 passed, 1 failed");
});

<?php

declare(strict_types=1);

it('has no more lines over 120 characters than there were when the formatter came', function (
    string $dir,
    int $most,
): void {
    $long = 0;
    foreach (
        new RecursiveIteratorIterator(new RecursiveDirectoryIterator(base_path($dir), FilesystemIterator::SKIP_DOTS)) as $file
    ) {
        if ($file->getExtension() === 'php' && preg_match('~/(Migrations|Data|cache)/~', $file->getPathname()) !== 1) {
            foreach (explode("\n", (string) file_get_contents($file->getPathname())) as $line) {
                $long += mb_strlen($line) > 120 ? 1 : 0;
            }
        }
    }
    // What is left are strings and comments that no formatter breaks. Whoever shortens some lowers the number here.
    expect($long)->toBeLessThanOrEqual($most);
})->with([['core', 34], ['app', 145], ['standins', 18], ['bench', 12]]);

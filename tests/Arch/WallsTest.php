<?php

declare(strict_types=1);

arch('the core knows nothing of Laravel, the database or HTTP')
    ->expect('Orchard\Core')
    ->not->toUse([
        'Illuminate', 'App', 'PDO', 'GuzzleHttp', 'curl_init', 'file_get_contents', 'fopen', 'time', 'microtime',
        'date', 'rand', 'mt_rand', 'random_int', 'config', 'app',
    ]);
arch('classes of the core are final, or enums')->expect('Orchard\Core')->classes()->toBeFinal();
arch('every file says strict_types')
    ->expect(['Orchard\Core', 'App'])
    ->toUseStrictTypes();
arch('nothing is left of a search for errors')
    ->expect(['dd', 'dump', 'var_dump', 'ray', 'die', 'print_r'])
    ->not->toBeUsed();
it('sends no request past the guarded client', function (): void {
    $loose = [];
    foreach (
        new RecursiveIteratorIterator(new RecursiveDirectoryIterator(app_path(), FilesystemIterator::SKIP_DOTS)) as $file
    ) {
        $code = (string) file_get_contents($file->getPathname());
        if (
            preg_match(
                '/curl_(exec|init|multi_init)|fsockopen|stream_socket_client|(?<![A-Za-z])Http::|new Client\(/',
                $code,
            ) === 1 &&
            ! str_contains($file->getPathname(), 'Connectors/Http/GuardedHttp.php')
        ) {
            $loose[] = $file->getFilename();
        }
    }
    expect($loose)->toBe([]);
});

it('keeps stand-ins and application apart', function (): void {
    $mixed = [];
    foreach (
        [base_path('standins') => '/\bApp\\\\|Orchard\\\\Core|Illuminate\\\\/', app_path() => '/Tindrel\\\\/'] as $dir => $pattern
    ) {
        foreach (
            new RecursiveIteratorIterator(new RecursiveDirectoryIterator($dir, FilesystemIterator::SKIP_DOTS)) as $file
        ) {
            if (
                $file->getExtension() === 'php' &&
                preg_match($pattern, (string) file_get_contents($file->getPathname())) === 1
            ) {
                $mixed[] = $file->getFilename();
            }
        }
    }
    expect($mixed)->toBe([]);
});

it('keeps templates free of inline styles, inline scripts that run, and handlers', function (): void {
    $wrong = [];
    foreach (
        new RecursiveIteratorIterator(
            new RecursiveDirectoryIterator(resource_path('views'), FilesystemIterator::SKIP_DOTS),
        ) as $file
    ) {
        $template = (string) file_get_contents($file->getPathname());
        if (
            preg_match(
                '/\sstyle\s*=|<style|\son[a-z]+\s*=|hx-on|js:|<script(?![^>]*(?:src=|type="application\/json"))/i',
                $template,
                $found,
            ) === 1
        ) {
            $wrong[] = $file->getFilename().': '.$found[0];
        }
    }
    expect($wrong)->toBe([]);
});

it(
    'asks the database in query classes alone: no controller does, no answer of the API, no template',
    function (): void {
        $asking = '/\\bDB::|\\b(?:Rows|Records|Bulk|Cursor)::(?!ids\\b)/';
        $found = [];
        $seen = 0;
        $files = [
            ...glob(app_path('*/Http/*Controller.php')) ?: [],
            ...glob(app_path('*/Api/*.php')) ?: [],
            ...glob(resource_path('views/*.blade.php')) ?: [],
            ...glob(resource_path('views/*/*.blade.php')) ?: [],
        ];
        foreach ($files as $file) {
            $seen++;
            preg_match($asking, (string) file_get_contents($file)) === 1 && ($found[] = basename($file));
        }
        expect($found)->toBe([])->and($seen)->toBeGreaterThan(200);
    },
);

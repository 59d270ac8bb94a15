<?php

declare(strict_types=1);

$steps = ['Gather', 'Weigh', 'Write', 'Untangle', 'Release'];

arch('the core knows nothing of Laravel, the database or HTTP')->expect('Orchard\Core')->not->toUse(['Illuminate', 'App', 'PDO', 'GuzzleHttp', 'curl_init', 'file_get_contents', 'fopen', 'time', 'microtime', 'date', 'rand', 'mt_rand', 'random_int', 'config', 'app']);
arch('classes of the core are final, or enums')->expect('Orchard\Core')->classes()->toBeFinal();
arch('every file says strict_types')->expect(['Orchard\Core', 'App'])->toUseStrictTypes();
arch('nothing is left of a search for errors')->expect(['dd', 'dump', 'var_dump', 'ray', 'die', 'print_r'])->not->toBeUsed();
arch('Store knows the core and the contracts of the shop, and no step')->expect('App\Store')->not->toUse(['App\Changes', 'App\Gather', 'App\Weigh', 'App\Write', 'App\Untangle', 'App\Release', 'App\Demo']);
arch('Changes knows Store and no step')->expect('App\Changes')->not->toUse(['App\Gather', 'App\Weigh', 'App\Write', 'App\Untangle', 'App\Release', 'App\Access\Http', 'App\Demo', 'App\Connectors']);
arch('connectors know Store only')->expect('App\Connectors')->not->toUse(['App\Changes', 'App\Gather', 'App\Weigh', 'App\Write', 'App\Untangle', 'App\Release', 'App\Demo']);

foreach ($steps as $step) {
    $others = array_map(static fn (string $other): string => "App\\$other", array_values(array_diff($steps, [$step])));
    arch("$step knows no other step's insides")->expect("App\\$step")->not->toUse($others);
}

it('sends no request past the guarded client', function (): void {
    $loose = [];
    foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator(app_path(), FilesystemIterator::SKIP_DOTS)) as $file) {
        $code = (string) file_get_contents($file->getPathname());
        if (preg_match('/curl_(exec|init|multi_init)|fsockopen|stream_socket_client|(?<![A-Za-z])Http::|new Client\(/', $code) === 1 && ! str_contains($file->getPathname(), 'Connectors/Http/GuardedHttp.php')) {
            $loose[] = $file->getFilename();
        }
    }
    expect($loose)->toBe([]);
});

it('lets each step touch its own tables and the kernels’ only', function (): void {
    $owners = ['gather_' => 'Gather', 'weigh_' => 'Weigh', 'write_' => 'Write', 'untangle_' => 'Untangle', 'release_' => 'Release'];
    $wrong = [];
    foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator(app_path(), FilesystemIterator::SKIP_DOTS)) as $file) {
        $part = explode('/', substr($file->getPathname(), strlen(app_path()) + 1))[0];
        preg_match_all('/\b(?:FROM|JOIN|INTO|UPDATE|TABLE)\s+([a-z_]+)|(?:table|join|leftJoin)\(\'([a-z_]+)\'/', (string) file_get_contents($file->getPathname()), $found);
        foreach (array_filter([...$found[1], ...$found[2]]) as $table) {
            foreach ($owners as $prefix => $owner) {
                if (str_starts_with($table, $prefix) && $part !== $owner) {
                    $wrong[] = "$part uses $table";
                }
            }
        }
    }
    expect($wrong)->toBe([]);
});

it('keeps stand-ins and application apart', function (): void {
    $mixed = [];
    foreach ([base_path('standins') => '/\bApp\\\\|Orchard\\\\Core|Illuminate\\\\/', app_path() => '/Tindrel\\\\/'] as $dir => $pattern) {
        foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator($dir, FilesystemIterator::SKIP_DOTS)) as $file) {
            if ($file->getExtension() === 'php' && preg_match($pattern, (string) file_get_contents($file->getPathname())) === 1) {
                $mixed[] = $file->getFilename();
            }
        }
    }
    expect($mixed)->toBe([]);
});

it('keeps templates free of inline styles, inline scripts and handlers', function (): void {
    $wrong = [];
    foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator(resource_path('views'), FilesystemIterator::SKIP_DOTS)) as $file) {
        $template = (string) file_get_contents($file->getPathname());
        if (preg_match('/\sstyle\s*=|<style|\son[a-z]+\s*=|hx-on|js:|<script(?![^>]*src=)/i', $template, $found) === 1) {
            $wrong[] = $file->getFilename().': '.$found[0];
        }
    }
    expect($wrong)->toBe([]);
});

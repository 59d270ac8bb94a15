<?php

declare(strict_types=1);

it('keeps the lock file without addresses, and a checksum of each package', function (): void {
    $lock = json_decode((string) file_get_contents(base_path('composer.lock')), true, flags: JSON_THROW_ON_ERROR);
    $sums = $addresses = [];
    foreach ([...$lock['packages'], ...$lock['packages-dev']] as $package) {
        $sums[] = "{$package['name']} {$package['version']} {$package['dist']['shasum']}";
        $addresses[] = $package['dist']['url'].($package['source']['url'] ?? '');
    }
    sort($sums);
    expect(array_filter($addresses))
        ->toBe([])
        ->and($sums)
        ->toBe(file(base_path('composer.sums'), FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES));
});

<?php

declare(strict_types=1);

use Orchard\Core\Logs\AccessLine;

it('reads the common and the combined format', function (): void {
    $combined = AccessLine::parse('203.0.113.9 - - [05/Nov/2026:10:11:12 +0100] "GET /lamp?a=1 HTTP/1.1" 200 5120 "https://x.example/" "Mozilla/5.0 (compatible; Findbot/2.1; +http://find.example/bot)"');
    expect($combined)->day->toBe('2026-11-05')->target->toBe('/lamp?a=1')->status->toBe(200)->and($combined?->crawler())->toBe('findbot');
    $common = AccessLine::parse('host.example - "some one" [31/Dec/2025:23:59:59 -0500] "HEAD / HTTP/1.0" 304 -');
    expect($common)->day->toBe('2025-12-31')->method->toBe('HEAD')->and($common?->crawler())->toBeNull()
        ->and(AccessLine::parse('shop.example:443 203.0.113.9 - - [05/Nov/2026:10:11:12 +0100] "GET /x HTTP/2.0" 404 1 "-" "Bigcrawler/3 \\"x\\""')?->crawler())->toBe('bigcrawler');
});

it('tells a line that is none', function (string $line): void {
    expect(AccessLine::parse($line))->toBeNull();
})->with(['', 'page,day,clicks', '1.2.3.4 - - [31/Foo/2025:23:59:59 -0500] "GET / HTTP/1.0" 200 1', '1.2.3.4 - - [31/Feb/2025:23:59:59 -0500] "GET / HTTP/1.0" 200 1']);

<?php

declare(strict_types=1);

use Orchard\Core\Logs\AccessLine;

it('reads the common and the combined format', function (): void {
    $combined = AccessLine::parse(
        '203.0.113.9 - - [05/Nov/2026:10:11:12 +0100] "GET /lamp?a=1 HTTP/1.1" 200 5120 "https://x.example/" "Mozilla/5.0 (compatible; Findbot/2.1; +http://find.example/bot)"',
    );
    expect($combined?->day())
        ->toBe('2026-11-05')
        ->and($combined)
        ->target->toBe('/lamp?a=1')
        ->status->toBe(200)
        ->and($combined?->crawler())
        ->toBe('findbot');
    $common = AccessLine::parse('host.example - "some one" [31/Dec/2025:23:59:59 -0500] "HEAD / HTTP/1.0" 304 -');
    expect($common?->day())
        ->toBe('2025-12-31')
        ->and($common)
        ->method->toBe('HEAD')
        ->and($common?->crawler())
        ->toBeNull()
        ->and(
            AccessLine::parse(
                'shop.example:443 203.0.113.9 - - [05/Nov/2026:10:11:12 +0100] "GET /x HTTP/2.0" 404 1 "-" "Bigcrawler/3 \\"x\\""',
            )?->crawler(),
        )
        ->toBe('bigcrawler');
});

it('tells a line that is none', function (string $line): void {
    expect(AccessLine::parse($line))->toBeNull();
})->with([
    '',
    'page,day,clicks',
    '1.2.3.4 - - [31/Foo/2025:23:59:59 -0500] "GET / HTTP/1.0" 200 1',
    '1.2.3.4 - - [31/Feb/2025:23:59:59 -0500] "GET / HTTP/1.0" 200 1',
    // There is a day less than in the year of that hour.
    '1.2.3.4 - - [29/Feb/2025:12:59:59 -0500] "GET / HTTP/1.0" 200 1',
]);

it('reads what public servers write', function (string $line, string $method, string $target, int $status): void {
    expect(AccessLine::parse($line))
        ->not->toBeNull()
        ->method->toBe($method)
        ->target->toBe($target)
        ->status->toBe($status);
})->with([
    'a user with a blank' => [
        '203.0.113.9 - anna maria [05/Nov/2026:10:11:12 +0100] "GET /a HTTP/1.1" 200 5',
        'GET',
        '/a',
        200,
    ],
    'a leap day' => ['203.0.113.9 - - [29/Feb/2028:13:11:12 +0100] "GET /a HTTP/1.1" 200 5', 'GET', '/a', 200],
    'IPv6' => ['2001:db8::17 - - [05/Nov/2026:10:11:12 +0100] "GET /a HTTP/1.1" 200 5 "-" "x"', 'GET', '/a', 200],
    'a host in front' => [
        'shop.example 203.0.113.9 - - [05/Nov/2026:10:11:12 +0100] "GET /a HTTP/1.1" 200 5 "-" "x"',
        'GET',
        '/a',
        200,
    ],
    'a host and a port in front' => [
        'shop.example:443 2001:db8::17 - - [05/Nov/2026:10:11:12 +0100] "GET /a HTTP/2.0" 200 5 "-" "x"',
        'GET',
        '/a',
        200,
    ],
    'escaped quotation marks' => [
        '203.0.113.9 - - [05/Nov/2026:10:11:12 +0100] "GET /a?q=\"x\" HTTP/1.1" 404 5 "-" "say \"hi\""',
        'GET',
        '/a?q="x"',
        404,
    ],
    'the other escape' => [
        '203.0.113.9 - - [05/Nov/2026:10:11:12 +0100] "GET /a?q=\x22x\x22 HTTP/1.1" 404 5 "-" "x"',
        'GET',
        '/a?q="x"',
        404,
    ],
    'a TLS knock' => ['203.0.113.9 - - [05/Nov/2026:10:11:12 +0100] "\x16\x03\x01\x02" 400 166 "-" "-"', '', '', 400],
    'a time-out' => ['203.0.113.9 - - [05/Nov/2026:10:11:12 +0100] "-" 408 0 "-" "-"', '', '', 408],
    'nothing' => ['203.0.113.9 - - [05/Nov/2026:10:11:12 +0100] "" 400 0 "-" "-"', '', '', 400],
]);

it('tells the day in whatever zone is asked for', function (string $time, string $zone, string $day): void {
    expect(AccessLine::parse("203.0.113.9 - - [$time] \"GET /a HTTP/1.1\" 200 5")?->day(new DateTimeZone($zone)))->toBe(
        $day,
    );
})->with([
    ['05/Nov/2026:23:30:00 +0000', 'Europe/Berlin', '2026-11-06'],
    ['05/Nov/2026:23:30:00 +0000', 'America/Lima', '2026-11-05'],
    // The night in which summer time ends.
    ['24/Oct/2026:22:30:00 +0000', 'Europe/Berlin', '2026-10-25'],
    ['25/Oct/2026:22:30:00 +0000', 'Europe/Berlin', '2026-10-25'],
    ['25/Oct/2026:23:30:00 +0000', 'Europe/Berlin', '2026-10-26'],
]);

it('reads every month, in the zone of the server or in another', function (): void {
    foreach (range(1, 12) as $month) {
        $name = (new DateTimeImmutable("2026-$month-15"))->format('M');
        $line = AccessLine::parse("1.2.3.4 - - [15/$name/2026:23:30:00 +0200] \"GET / HTTP/1.1\" 200 5");
        expect($line?->day())
            ->toBe(sprintf('2026-%02d-15', $month))
            ->and($line?->day(new DateTimeZone('UTC')))
            ->toBe(sprintf('2026-%02d-15', $month))
            ->and($line?->day(new DateTimeZone('Asia/Tokyo')))
            ->toBe(sprintf('2026-%02d-16', $month));
    }
});

it('names a crawler by its own word, in small letters and without a version', function (
    string $agent,
    ?string $name,
): void {
    expect(
        AccessLine::parse(
            "1.2.3.4 - - [15/Nov/2026:23:30:00 +0200] \"GET / HTTP/1.1\" 200 5 \"-\" \"$agent\"",
        )?->crawler(),
    )->toBe($name);
})->with([
    ['Findbot/2.1', 'findbot'],
    ['Mozilla/5.0 (compatible; Seek-Crawler/1.0)', 'seek-crawler'],
    ['some_spider.v2', 'some_spider.v2'],
    ['Big Slurp', 'big slurp'],
    ['picture-Fetcher', 'picture-fetcher'],
    ['Mozilla/5.0 (X11; Linux) Gecko', null],
    ['', null],
    ['-', null],
]);

it('keeps nothing of a request that was none', function (): void {
    $line = AccessLine::parse('1.2.3.4 - - [15/Nov/2026:23:30:00 +0200] "\x16\x03\x01" 400 0 "-" "-"');
    expect([$line?->method, $line?->target, $line?->status])->toBe(['', '', 400]);
    $short = AccessLine::parse('1.2.3.4 - - [15/Nov/2026:23:30:00 +0200] "GET /a" 200 -');
    expect([$short?->method, $short?->target, $short?->agent])->toBe(['GET', '/a', '']);
});

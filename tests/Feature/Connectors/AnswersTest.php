<?php

declare(strict_types=1);

use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpAnswer;
use App\Connectors\Http\HttpRequest;
use Orchard\Core\Url\PageUrl;
use Tests\Web\Site;

/** What the guarded client makes of a site that is not kind to it. */
function answerOf(Site $site, string $path, int $maxBytes = 5_000_000, string $method = 'GET'): HttpAnswer
{
    return GuardedHttp::allowing([substr($site->url, 7)])->fetch(
        new HttpRequest(
            PageUrl::parse($site->url.$path) ?? throw new LogicException($path),
            $method ?: throw new LogicException('A method is needed.'),
            timeout: 5,
            maxBytes: $maxBytes,
        ),
    );
}

it('unpacks what is packed, and counts the bytes that come out', function (): void {
    $site = (new Site())
        ->page(
            '/packed',
            (string) gzencode('<title>Aldern</title>'),
            headers: [['Content-Type', 'text/html'], ['Content-Encoding', 'gzip']],
        )
        ->page(
            '/bomb',
            (string) gzencode(str_repeat("\0", 50_000_000), 9),
            headers: [['Content-Type', 'text/html'], ['Content-Encoding', 'gzip']],
        )
        ->page(
            '/broken',
            substr((string) gzencode(str_repeat('abc ', 5000)), 0, 20).'not packed at all',
            headers: [['Content-Encoding', 'gzip']],
        );
    expect(answerOf($site, '/packed')->body)->toBe('<title>Aldern</title>');
    $before = memory_get_usage();
    $bomb = answerOf($site, '/bomb', 100_000);
    expect($bomb)
        ->cut->toBeTrue()
        ->status->toBe(200)
        ->and(strlen($bomb->body))
        ->toBe(100_000)
        ->and(memory_get_usage() - $before)
        ->toBeLessThan(5_000_000);
    expect(answerOf($site, '/broken'))->status->toBe(0)->problem->not->toBeNull();
});

it('keeps the headers of the last answer, each name in lower case, and no more than a hundred', function (): void {
    $many = [['Content-Type', 'text/html'], ['X-Robots-Tag', 'noindex'], ['X-Robots-Tag', 'nofollow']];
    for ($i = 0; $i < 300; $i++) {
        $many[] = ["X-Number-$i", (string) $i];
    }
    $answer = answerOf((new Site())->page('/many', 'ok', headers: $many), '/many');
    expect($answer->headers['x-robots-tag'])
        ->toBe(['noindex', 'nofollow'])
        ->and($answer->header('content-type'))
        ->toBe('text/html')
        ->and(count($answer->headers))
        ->toBeLessThanOrEqual(100)
        ->and($answer->body)
        ->toBe('ok');
});

it('ends where the headers never do', function (): void {
    $answer = answerOf((new Site())->page('/heavy', 'ok', headers: [['X-Heavy', str_repeat('a', 400_000)]]), '/heavy');
    expect($answer->status)->toBe(0)->and($answer->problem)->not->toBeNull();
});

it('says what went wrong where nothing comes back', function (): void {
    $site = (new Site())->drop('/dropped')->page('/none', '', 204, []);
    expect(answerOf($site, '/dropped'))
        ->status->toBe(0)
        ->problem->toBe('The connection was closed without an answer.')
        ->and(answerOf($site, '/none'))
        ->status->toBe(204)
        ->body->toBe('')
        ->problem->toBeNull();
});

it('asks for heads without bodies, and for the length of a body exactly at its limit', function (): void {
    $site = (new Site())->page('/sized', str_repeat('x', 1000));
    expect(answerOf($site, '/sized', method: 'HEAD'))
        ->status->toBe(200)
        ->body->toBe('')
        ->and(answerOf($site, '/sized', 1000))
        ->cut->toBeFalse()
        ->and(answerOf($site, '/sized', 999))
        ->cut->toBeTrue();
});

it('reads when it may come again, however that is said', function (?string $said, ?int $from, ?int $to): void {
    // The time is told when the answer is asked for, not when the tests are listed.
    $headers =
        $said === null
            ? []
            : [['Retry-After', $said === 'in a minute' ? gmdate('D, d M Y H:i:s', time() + 60).' GMT' : $said]];
    $after = answerOf((new Site())->page('/wait', 'later', 429, $headers), '/wait')->retryAfter();
    $from === null
        ? expect($after)->toBeNull()
        : expect($after)->toBeGreaterThanOrEqual($from)->toBeLessThanOrEqual(sure($to));
})->with([
    'in seconds' => ['7', 7, 7],
    'at a time' => ['in a minute', 50, 61],
    'not at all' => [null, null, null],
    'in words' => ['soon', null, null],
]);

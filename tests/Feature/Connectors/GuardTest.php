<?php

declare(strict_types=1);

use App\Connectors\Http\AddressGuard;
use App\Connectors\Http\AddressRefused;
use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpRequest;
use Orchard\Core\Url\PageUrl;

it('calls only public addresses public', function (string $address, bool $public): void {
    expect(AddressGuard::isPublic($address))->toBe($public);
})->with([
    ['93.184.216.34', true],
    ['127.0.0.1', false],
    ['10.1.2.3', false],
    ['172.16.0.1', false],
    ['172.32.0.1', true],
    ['192.168.1.1', false],
    ['169.254.169.254', false],
    ['100.64.0.1', false],
    ['0.0.0.0', false],
    ['224.0.0.1', false],
    ['255.255.255.255', false],
    ['198.18.0.1', false],
    ['192.0.2.1', false],
    ['::1', false],
    ['::', false],
    ['fe80::1', false],
    ['fd00::1', false],
    ['::ffff:127.0.0.1', false],
    ['::ffff:93.184.216.34', true],
    ['64:ff9b::7f00:1', false],
    ['2002:7f00:1::', false],
    ['2606:2800:220:1:248:1893:25c8:1946', true],
    ['ff02::1', false],
    ['2001:db8::1', false],
    ['nonsense', false],
]);

it('refuses private hosts unless the owner allowed that host and port', function (): void {
    $url = PageUrl::parse((string) getenv('SHOP_URL')) ?? throw new LogicException();
    $refused = GuardedHttp::allowing([])->fetch(new HttpRequest($url));
    expect($refused->status)->toBe(0)->and($refused->problem)->toContain('not a public address');
    expect(GuardedHttp::allowing(['127.0.0.1:1'])->fetch(new HttpRequest($url))->status)->toBe(0);
    expect(GuardedHttp::allowing(["127.0.0.1:{$url->port()}"])->fetch(new HttpRequest($url))->status)->toBe(200);
});

it('refuses odd ways to write an address', function (string $host): void {
    $url = PageUrl::parse("http://$host/");
    expect($url === null ? true : (new AddressGuard([]))->addressFor($url))->toBeTrue();
})
    ->with(['2130706433', '0x7f000001', '127.1', '[::ffff:7f00:1]', '[::1]'])
    ->throws(AddressRefused::class);

it('does not follow redirects by itself, cuts long bodies, and gives up in time', function (): void {
    $base = PageUrl::parse((string) getenv('SHOP_URL')) ?? throw new LogicException();
    $http = GuardedHttp::allowing(["127.0.0.1:{$base->port()}"]);
    $moved = $http->fetch(new HttpRequest($base->resolve('/all-lamps') ?? $base));
    expect($moved->status)->toBe(301)->and($moved->header('location'))->toEndWith('/lamps');
    $cut = $http->fetch(new HttpRequest($base->resolve('/range') ?? $base, maxBytes: 500));
    expect($cut->cut)->toBeTrue()->and(strlen($cut->body))->toBe(500)->and($cut->status)->toBe(200);
    $nobody = GuardedHttp::allowing(['127.0.0.1:9'])->fetch(
        new HttpRequest(PageUrl::parse('http://127.0.0.1:9/') ?? $base, timeout: 2),
    );
    expect($nobody->status)->toBe(0)->and($nobody->problem)->not->toBeNull();
});

it('takes many answers side by side, each once', function (): void {
    $base = PageUrl::parse((string) getenv('SHOP_URL')) ?? throw new LogicException();
    $http = GuardedHttp::allowing(["127.0.0.1:{$base->port()}"]);
    foreach (range(1, 30) as $i) {
        $http->add(new HttpRequest($base->resolve('/range?n='.$i) ?? $base), $i);
    }
    $tags = [];
    while ($http->underWay() > 0) {
        foreach ($http->finished(1.0) as [$tag, $answer]) {
            $tags[] = $tag;
            expect($answer->status)->toBe(200);
        }
    }
    sort($tags);
    expect($tags)->toBe(range(1, 30));
});

<?php

declare(strict_types=1);

use Orchard\Core\Demand\Chance;
use Orchard\Core\Url\PageUrl;
use Orchard\Core\Url\Slug;
use Symfony\Component\Process\Process;

// Node.js has an implementation of the URL Standard of its own; what we settle beyond it (RFC 3986, 6.2.2: letters that
// need no escape are written plainly, hexadecimal digits in capitals; no fragment, no name and password) is taken off.
it('resolves whatever links hold as another implementation of the URL Standard does', function (): void {
    $pieces = [
        'a', 'b', '/', '/', '..', '.', '?', '#', '%41', '%zz', '%2f', 'é', 'ß', ' ', '\\', ':', '@', '//', 'http:',
        'https:', 'HTTP:', 'example', 'x-y', 'lamp', '&', '=', '+', "\t", "'", '"', '<', '|', '`', '{', '~',
        '%E2%82%AC', 'www.shop.example', 'user:pw@', 'münchen.de', 'xn--mnchen-3ya.de', '%', '%2E', '%2e%2e', ';', '*',
        '$', '!', '(', ',', "\n",
    ];
    $bases = ['http://shop.example/dir/page?q=1', 'https://www.shop.example:8443/', 'https://shop.example/a/b/c/'];
    $chance = new Chance(61);
    $cases = [];
    for ($case = 0; $case < 4000; $case++) {
        $link = ['', '', 'http://shop.example/', 'https://shop.example:443/', '//other.example:80/'][
            $chance->whole(0, 4)
        ];
        for ($i = 0, $n = $chance->whole(1, 6); $i < $n; $i++) {
            $link .= $pieces[$chance->whole(0, count($pieces) - 1)];
        }
        $cases[] = [$bases[$chance->whole(0, 2)], $link];
    }
    $script = 'let s = ""; process.stdin.on("data", d => s += d).on("end", () => console.log(JSON.stringify(JSON.parse(s).map(([base, link]) => {
        try { const url = new URL(link, base); url.username = url.password = ""; return /^https?:$/.test(url.protocol) ? url.href.replace(/#.*/s, "") : null; } catch { return null; } }))));';
    $node = new Process(['node', '-e', $script], null, null, (string) json_encode($cases), 60);
    $theirs = (array) json_decode($node->mustRun()->getOutput(), true);
    $plain = static fn (string $url): string => (string) preg_replace(
        '/%(?![0-9A-F]{2})/',
        '%25',
        (string) preg_replace_callback(
            '/%([0-9A-Fa-f]{2})/',
            static fn (array $found): string => preg_match('/[A-Za-z0-9\-._~]/', chr((int) hexdec($found[1]))) === 1
                ? chr((int) hexdec($found[1]))
                : strtoupper($found[0]),
            $url,
        ),
    );
    $same = 0;
    foreach ($cases as $nth => [$base, $link]) {
        $wanted = is_string($theirs[$nth]) ? $plain($theirs[$nth]) : null;
        // Hosts that no name server knows are refused; that the standard lets some pass is no matter.
        if ($wanted !== null && preg_match('~^https?://[a-z0-9][a-z0-9.\-]*[a-z](?::\d+)?/~', $wanted) !== 1) {
            continue;
        }
        $ours = PageUrl::parse($base)?->resolve($link)?->text();
        if ($wanted === null && $ours !== null && preg_match('~^https?:~i', trim($link)) === 1) {
            continue;
        }
        expect($ours === null ? null : rtrim($ours, '?'))->toBe(
            $wanted === null ? null : rtrim($wanted, '?'),
            (string) json_encode([$base, $link]),
        );
        $same++;
    }
    expect($same)->toBeGreaterThan(3000);
});

it('tells ports, hosts and other forms of a site', function (string $a, string $b, bool $isOther, int $port): void {
    $url = PageUrl::parse($a) ?? throw new LogicException($a);
    $other = PageUrl::parse($b) ?? throw new LogicException($b);
    expect($url->isOtherFormOf($other))
        ->toBe($isOther)
        ->and($other->isOtherFormOf($url))
        ->toBe($isOther)
        ->and($url->port())
        ->toBe($port)
        ->and($url->sameHostAs($other))
        ->toBe($url->authority === $other->authority);
})->with([
    ['http://shop.example/', 'https://shop.example/x', true, 80],
    ['https://www.shop.example/', 'https://shop.example/', true, 443],
    ['https://www.shop.example/', 'http://shop.example/', true, 443],
    ['https://shop.example/', 'https://shop.example/y', false, 443],
    ['https://shop.example:8443/', 'https://shop.example/', false, 8443],
    ['http://shop.example:8080/', 'https://shop.example:8080/', true, 8080],
    ['https://shop.example/', 'https://shop.other.example/', false, 443],
    ['https://wwwshop.example/', 'https://shop.example/', false, 443],
]);

it('keeps to ports and lengths that there are', function (): void {
    expect(PageUrl::parse('http://shop.example:65535/')?->port())
        ->toBe(65535)
        ->and(PageUrl::parse('http://shop.example:65536/'))
        ->toBeNull()
        ->and(PageUrl::parse('http://shop.example:0/'))
        ->toBeNull()
        ->and(PageUrl::parse('http://shop.example:/')?->text())
        ->toBe('http://shop.example/')
        ->and(PageUrl::parse('http://shop.example:080/')?->text())
        ->toBe('http://shop.example/')
        ->and(PageUrl::parse('https://shop.example:80/')?->text())
        ->toBe('https://shop.example:80/')
        ->and(PageUrl::parse('http://shop.example/'.str_repeat('a', PageUrl::MAX_BYTES - 20))?->text())
        ->toHaveLength(PageUrl::MAX_BYTES)
        ->and(PageUrl::parse('http://shop.example/'.str_repeat('a', PageUrl::MAX_BYTES - 19)))
        ->toBeNull()
        ->and(bin2hex(PageUrl::digestOf('http://shop.example/')))
        ->toBe(md5('http://shop.example/'));
});

it('writes letters that ASCII has not as the languages around do', function (string $letter, string $written): void {
    expect(Slug::propose("x{$letter}y"))
        ->toBe(str_replace(' ', '-', "x{$written}y"))
        ->and(Slug::propose('X'.mb_strtoupper($letter).'Y'))
        ->toBe(str_replace(' ', '-', "x{$written}y"));
})->with([
    ['ä', 'ae'],
    ['ö', 'oe'],
    ['ü', 'ue'],
    ['ß', 'ss'],
    ['æ', 'ae'],
    ['ø', 'oe'],
    ['å', 'aa'],
    ['œ', 'oe'],
    ['þ', 'th'],
    ['ð', 'd'],
    ['ł', 'l'],
    ['đ', 'd'],
    ['é', 'e'],
    ['ñ', 'n'],
    ['ç', 'c'],
    ['š', 's'],
    ['ő', 'o'],
]);

it('leaves out of a slug the words that say nothing, in five languages', function (string $word): void {
    expect(Slug::propose("$word lamp $word table"))
        ->toBe('lamp-table')
        ->and(Slug::faults($word))
        ->toContain('is all words that say nothing');
})->with([
    'a', 'an', 'the', 'and', 'or', 'of', 'for', 'in', 'on', 'with', 'to', 'by', 'at', 'from', 'der', 'die', 'das',
    'und', 'oder', 'mit', 'von', 'im', 'am', 'zu', 'fuer', 'le', 'la', 'les', 'de', 'des', 'du', 'et', 'avec', 'pour',
    'el', 'los', 'las', 'y', 'con', 'para', 'il', 'lo', 'gli', 'e', 'per', 'di', 'da', 'het', 'een', 'en', 'van',
    'voor', 'met',
]);

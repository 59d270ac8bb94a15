<?php

declare(strict_types=1);

use Orchard\Core\Robots\IndexRules;
use Orchard\Core\Robots\RobotsTxt;

function robots(string $file): RobotsTxt
{
    return RobotsTxt::parse($file, 'YoungOrchard');
}

it('lets the longest rule win, and allow where two are as long', function (
    string $rules,
    string $target,
    bool $allowed,
): void {
    expect(robots("User-agent: *\n$rules")->allows($target))->toBe($allowed);
})->with([
    ["Allow: /p\nDisallow: /", '/page', true],
    ["Allow: /folder\nDisallow: /folder", '/folder/page', true],
    ["Allow: /page\nDisallow: /*.htm", '/page.htm', false],
    ["Allow: /page\nDisallow: /*.ph", '/page.php5', true],
    ["Allow: /$\nDisallow: /", '/', true],
    ["Allow: /$\nDisallow: /", '/page.htm', false],
    ['Disallow: /fish*.php', '/fish/salmon.php', false],
    ['Disallow: /fish*.php', '/Fish.PHP', true],
    ['Disallow: /*.php$', '/file.php?x', true],
    ['Disallow: /*.php$', '/file.php', false],
    ['Disallow: /a*b*c$', '/a1b2b3c', false],
    ['Disallow: /a*b*c$', '/a1b2b3cd', true],
    ['Disallow:', '/any', true],
    ['Disallow: /caf%C3%A9', '/café', false],
    ['Disallow: /café', '/caf%c3%a9', false],
    ['Disallow: /~me', '/%7Eme', false],
    ["Disallow: /x # why\n", '/x', false],
]);

it('reads the groups that speak to us, joined, and else those for all', function (): void {
    $file =
        "User-agent: youngorchard\nDisallow: /a\n\nUser-agent: *\nDisallow: /b\n\nUser-agent: other\nUser-agent: YOUNGORCHARD/2.0\nDisallow: /c\n";
    expect(robots($file)->allows('/a'))
        ->toBeFalse()
        ->and(robots($file)->allows('/c'))
        ->toBeFalse()
        ->and(robots($file)->allows('/b'))
        ->toBeTrue()
        ->and(RobotsTxt::parse($file, 'somebody')->allows('/b'))
        ->toBeFalse();
});

it('ignores rules before any group and reads odd line ends and a byte order mark', function (): void {
    expect(robots("Disallow: /a\n\xEF\xBB\xBFx")->allows('/a'))
        ->toBeTrue()
        ->and(robots("\xEF\xBB\xBFUser-agent: *\rDisallow: /a\r\nCrawl-delay: 2.5")->allows('/a'))
        ->toBeFalse()
        ->and(robots("User-agent: *\nCrawl-delay: 2.5\nDisallow: /a")->crawlDelay)
        ->toBe(2.5);
});

it('takes a missing file for consent and a failing one for a closed door', function (
    ?int $status,
    bool $allowed,
): void {
    expect(RobotsTxt::fromAnswer($status, "User-agent: *\nDisallow: /x", 'youngorchard')->allows('/page'))->toBe(
        $allowed,
    );
})->with([[200, true], [404, true], [403, true], [500, false], [503, false], [null, false]]);

it('keeps to a file that was given, and to none that was refused', function (int $status, bool $allowed): void {
    $rules = RobotsTxt::fromAnswer($status, "User-agent: *\nDisallow: /page", 'youngorchard');
    expect($rules->allows('/page'))->toBe($allowed);
})->with([[200, false], [206, false], [299, false], [300, true], [400, true], [499, true], [500, false]]);

it('is quick on a pattern made to be slow', function (): void {
    $rules = robots("User-agent: *\nDisallow: /".str_repeat('*a', 200).'$');
    expect($rules->allows('/'.str_repeat('a', 2000).'b'))->toBeTrue();
});

it('reads robots directives of pages', function (array $given, bool $noindex): void {
    expect(IndexRules::from(array_values($given))->noindex)->toBe($noindex);
})->with([
    [['noindex, follow'], true],
    [['NONE'], true],
    [['index, follow'], false],
    [[], false],
    [['otherbot: noindex'], false],
    [['max-snippet: 20, noindex'], true],
    [['index', 'noindex'], true],
    [['unavailable_after: 2030-01-01'], false],
]);

it('reads directives to single crawlers for those that count', function (
    array $given,
    bool $noindex,
    array $barred,
): void {
    $rules = IndexRules::from(array_values($given), ['Seekbot', 'imagebot']);
    expect($rules->noindex)->toBe($noindex)->and($rules->barred)->toBe($barred);
})->with([
    [['seekbot: noindex'], false, ['seekbot']],
    [['otherbot: noindex, seekbot: nofollow, noindex'], false, ['seekbot']],
    [['index, follow, imagebot: none'], false, ['imagebot']],
    [['seekbot: noarchive'], false, []],
    [['noindex, seekbot: index'], true, []],
    [['max-snippet: 20, seekbot: noindex, imagebot: none'], false, ['seekbot', 'imagebot']],
]);

it('takes a meta element for a directive to a crawler where it says nothing else', function (
    string $name,
    string $content,
    bool $is,
): void {
    expect(IndexRules::areDirectives($name, $content))->toBe($is);
})->with([
    ['seekbot', 'noindex, nofollow', true],
    ['seekbot', 'NOINDEX, max-snippet: 20', true],
    ['keywords', 'index cards, noindex', false],
    ['rating', 'all', false],
    ['viewport', 'width=device-width', false],
    ['author', '', false],
    ['seek bot', 'noindex', false],
    ['seekbot', 'noindex,, ', true],
    ['seekbot', ',', false],
    ['seekbot', 'all', false],
    ['seekbot', 'noindex, unavailable_after: 2030-01-01', true],
    ['seekbot', 'noindex, max-image-preview: large', true],
    ['seekbot', 'noindex, max-video-preview: -1', true],
    ...array_map(static fn (string $word): array => ['seekbot', "noindex, $word", true], [
        'all', 'index', 'follow', 'nofollow', 'none', 'noarchive', 'nocache', 'nosnippet', 'noimageindex',
        'notranslate', 'noodp', 'noydir', 'indexifembedded',
    ]),
    ...array_map(static fn (string $word): array => ['seekbot', $word, true], [
        'index',
        'noindex',
        'nofollow',
        'none',
        'noarchive',
        'nosnippet',
    ]),
]);

// RFC 9309 section 5.1, to the letter.
it('decides the example of RFC 9309, section 5.1, for each of its crawlers', function (
    string $crawler,
    string $target,
    bool $allowed,
): void {
    $file = <<<'TXT'
    User-Agent: *
    Disallow: *.gif$
    Disallow: /example/
    Allow: /publications/

    User-Agent: foobot
    Disallow:/
    Allow:/example/page.html
    Allow:/example/allowed.gif

    User-Agent: barbot
    User-Agent: bazbot
    Disallow: /example/page.html

    User-Agent: quxbot
    TXT;
    expect(RobotsTxt::parse($file, $crawler)->allows($target))->toBe($allowed);
})->with([
    ['somebot', '/picture.gif', false],
    ['somebot', '/example/page.html', false],
    ['somebot', '/publications/', true],
    ['somebot', '/publications/picture.gif', true],
    ['somebot', '/anything', true],
    ['foobot', '/', false],
    ['foobot', '/publications/', false],
    ['foobot', '/example/page.html', true],
    ['foobot', '/example/allowed.gif', true],
    ['foobot', '/example/other.gif', false],
    ['barbot', '/example/page.html', false],
    ['barbot', '/example/', true],
    ['bazbot', '/example/page.html', false],
    ['bazbot', '/picture.gif', true],
]);

// RFC 9309 section 5.2: the most specific match.
it('decides the example of RFC 9309, section 5.2', function (): void {
    $rules = RobotsTxt::parse(
        "User-Agent: foobot\nAllow: /example/page/\nDisallow: /example/page/disallowed.gif\n",
        'foobot',
    );
    expect($rules->allows('/example/page/disallowed.gif'))
        ->toBeFalse()
        ->and($rules->allows('/example/page/'))
        ->toBeTrue();
});

it('decides ten thousand random cases as a parser of another make does', function (): void {
    mt_srand(1994);
    $pick = static fn (array $from): string => $from[mt_rand(0, count($from) - 1)];
    $words = ['shop', 'jugs', 'a', 'ab', 'index.html', 'ümlaut', '%7Etilde', '%2F'];
    $path = static function (bool $isRule) use ($pick, $words): string {
        $text = '';
        for ($i = mt_rand(0, $isRule ? 1 : 3); $i >= 0; $i--) {
            $text .=
                '/'.
                ($isRule && mt_rand(0, 3) === 0 ? '*' : '').
                $pick($words).
                ($isRule && mt_rand(0, 5) === 0 ? '*' : '');
        }
        $text .= mt_rand(0, 3) === 0 ? '?'.$pick(['q=1', 'sort=*', 'page=2', 'q']) : '';
        $text = $isRule ? $text : str_replace('*', 'up', $text);

        return $isRule && mt_rand(0, 4) === 0 ? $text.'$' : $text;
    };
    $cases = [];
    for ($n = 0; $n < 1000; $n++) {
        $file = '';
        for ($group = mt_rand(1, 3); $group > 0; $group--) {
            $file .= 'User-agent: '.$pick(['*', 'finder', 'Finder', 'seeker'])."\n";
            $file .= mt_rand(0, 4) === 0 ? "user-agent: looker\n" : '';
            for ($rule = mt_rand(0, 5); $rule > 0; $rule--) {
                $file .=
                    $pick(['Allow', 'Disallow', 'disallow']).': '.(mt_rand(0, 9) === 0 ? '' : $path(true))."\n";
            }
            $file .= $pick(["\n", "# a word\n", "\r\n"]);
        }
        // Between groups the two differ: RFC 9309 has other lines not interfere with them, the other parser ends a
        // group.
        $file .= "Sitemap: https://shop.example/map.xml\n";
        $targets = [];
        for ($i = 0; $i < 10; $i++) {
            $targets[] = $path(false);
        }
        $cases[] = ['file' => $file, 'agent' => $pick(['finder', 'seeker', 'looker', 'other']), 'targets' => $targets];
    }
    $in = (string) tempnam(sys_get_temp_dir(), 'robots');
    file_put_contents($in, implode("\n", array_map(json_encode(...), $cases))."\n");
    exec('node '.escapeshellarg(dirname(__DIR__, 2).'/Web/robots.mjs').' < '.escapeshellarg($in), $lines);
    unlink($in);
    expect($lines)->toHaveCount(1000);
    $wrong = [];
    $shut = 0;
    foreach ($cases as $n => $case) {
        $robots = RobotsTxt::parse($case['file'], $case['agent']);
        foreach (json_decode($lines[$n], true) as $i => $allowed) {
            $shut += $allowed ? 0 : 1;
            $robots->allows($case['targets'][$i]) === $allowed ||
                ($wrong[] = [$case['file'], $case['agent'], $case['targets'][$i], $allowed]);
        }
    }
    expect($wrong)->toBe([])->and($shut)->toBeGreaterThan(500);
});

it('tells the rule that decides, and by its line', function (): void {
    $robots = RobotsTxt::parse("User-agent: *\nDisallow: /a\nAllow: /a/b\n\nUser-agent: one\nDisallow: /", 'any');
    expect($robots->ruleFor('/a/b/c'))
        ->toBe(['pattern' => '/a/b', 'allow' => true, 'line' => 3])
        ->and($robots->ruleFor('/a/c'))
        ->toBe(['pattern' => '/a', 'allow' => false, 'line' => 2])
        ->and($robots->ruleFor('/z'))
        ->toBeNull();
});

it('names lines that do not do what they seem to', function (string $file, array $faults): void {
    expect(
        array_map(
            static fn (array $one): array => [$one['line'], $one['fault']->value],
            Orchard\Core\Robots\RobotsLint::look($file),
        ),
    )->toBe($faults);
})->with([
    'nothing odd' => [
        "User-agent: *\nDisallow: /cart\nDisallow:\nAllow: *.css$\nSitemap: https://shop.example/map.xml\n# well",
        [],
    ],
    'rules before any group' => ["Disallow: /cart\nUser-agent: *\nDisallow: /x", [[1, 'no-group']]],
    'a whole address' => ["User-agent: *\nDisallow: https://shop.example/cart", [[2, 'whole-address']]],
    'no slash' => ["User-agent: *\nDisallow: cart", [[2, 'no-slash']]],
    'noindex' => ["User-agent: *\nNoindex: /cart", [[2, 'noindex-here']]],
    'a word that nobody knows' => ["User-agent: *\nDissalow: /cart", [[2, 'unknown']]],
    'no colon' => ["User-agent: *\nDisallow /cart", [[2, 'no-colon']]],
    'a crawler with its version' => ["User-agent: finder/2.1\nDisallow: /", [[1, 'odd-name']]],
    'a dollar inside' => ["User-agent: *\nDisallow: /a$/b", [[2, 'dollar-inside']]],
    'bytes that are no UTF-8' => ["User-agent: *\nDisallow: /caf\xE9", [[0, 'not-utf8']]],
    'more than crawlers read' => ["User-agent: *\nDisallow: /x\n#".str_repeat('x', 512_000), [[0, 'too-long']]],
    'half a sitemap' => ["User-agent: *\nDisallow:\nSitemap: /map.xml", [[3, 'sitemap-not-whole']]],
]);

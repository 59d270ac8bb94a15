<?php

declare(strict_types=1);

use Orchard\Core\Duplicates\AddressForm;
use Orchard\Core\Duplicates\Judge;
use Orchard\Core\Duplicates\Keeper;
use Orchard\Core\Duplicates\KeeperEvidence;
use Orchard\Core\Duplicates\KeeperReason;
use Orchard\Core\Duplicates\MinHash;
use Orchard\Core\Duplicates\PageMarks;
use Orchard\Core\Duplicates\PairReason;
use Orchard\Core\Duplicates\Shingles;
use Orchard\Core\Duplicates\TellingWords;
use Orchard\Core\Reasons\Reason;
use Orchard\Core\Url\PageUrl;
use Tests\Shops\TangledShop;
use Tests\Shops\Untangled;

// What is told of pages and addresses, kept as it was when it was looked at. Whether it is right is what shops say
// whose
// truth is known (ShopsTest), and what other tests hold one by one.

it('keeps how each of fifty pages stands to each other', function (): void {
    $text = PLAIN_TEXT;
    $more = 'The base is turned from ash, oiled twice and weighs four kilos, so that nothing tips it over.';
    $pages = [
        [],
        ['path' => '/?page'],
        ['h1' => 'Vesper'],
        ['h1' => 'Aurora 2'],
        ['h1' => 'Aurora, 40 cm'],
        ['h1' => 'Aurora, 60 cm'],
        ['h1' => 'Aurora black'],
        ['h1' => 'Aurora white'],
        ['h1' => 'Aurora (copy)'],
        ['h1' => 'Aurora copy 3'],
        ['h1' => 'Aurora large'],
        ['h1' => 'Lamp Aurora'],
        ['h1' => ''],
        ['title' => 'Aurora | Shop'],
        ['title' => 'Another title'],
        ['title' => 'Aurora, page 2'],
        ['number' => 'A-1'],
        ['number' => 'A-1', 'h1' => 'Aurora black'],
        ['number' => 'A-2'],
        ['number' => 'A-2', 'text' => "$text\n$more"],
        ['number' => 'A-3', 'text' => 'Another text of a few words.'],
        ['number' => 'A-1', 'language' => 'de'],
        ['language' => 'de'],
        ['language' => ''],
        ['market' => 2],
        ['name' => 'Aurora'],
        ['name' => 'Aurora lamp'],
        ['name' => 'Aurora', 'h1' => 'Our favourite'],
        ['text' => "$text\n$more"],
        ['text' => "$more\n$text"],
        ['text' => "$text Sold in brass."],
        ['text' => "$text Sold in steel."],
        ['text' => $more],
        ['text' => ''],
        ['text' => 'Few words.'],
        ['text' => str_replace('river', 'lake', $text)],
        ['text' => "$text Width: 40 cm."],
        ['text' => "$text Width: 60 cm."],
        ['product' => false],
        ['product' => false, 'items' => [1, 2, 3]],
        ['product' => false, 'items' => [1, 2, 3], 'h1' => 'Lamps'],
        ['product' => false, 'items' => [3, 2, 1]],
        ['product' => false, 'items' => [1, 2, 3, 4]],
        ['product' => false, 'items' => [4, 5, 6]],
        ['product' => false, 'items' => [1, 2]],
        ['product' => false, 'items' => [1]],
        ['product' => false, 'items' => [1], 'list' => true],
        ['product' => false, 'items' => [1, 2, 3, 4, 5, 6, 7, 8]],
        ['product' => false, 'items' => [1, 2, 3], 'text' => 'Few words.'],
        ['product' => false, 'path' => '/', 'items' => [1, 2, 3]],
        ['product' => false, 'links' => [7, 8, 9], 'text' => 'Few words.'],
        ['product' => false, 'links' => [7, 8], 'text' => 'Few words.'],
        ['product' => false, 'links' => [1, 2, 3, 4], 'text' => 'Few words.'],
        ['product' => false, 'items' => [11, 12, 13], 'h1' => 'Lamps, page 2'],
    ];
    $identities = array_map(
        static fn (array $given, int $nth): Orchard\Core\Duplicates\Identity => identityOf(
            $given + ['path' => "/p$nth"],
        ),
        $pages,
        array_keys($pages),
    );
    $judge = new Judge(new TellingWords(['Black', 'White'], ['Shop']));
    $hash = new MinHash();
    $told = [];
    foreach ($identities as $i => $a) {
        $marks = PageMarks::of($a, $hash);
        $told[] =
            "$i ".
            json_encode($pages[$i]).
            ' '.
            ($marks->number ?: '-').
            ' '.
            substr(md5($marks->signature), 0, 8).
            ' '.
            count(Shingles::of($a->words)).
            ($a->isList() ? ' list' : '').
            ($a->saysEnough() ? ' enough' : '').
            ($marks->called === '' ? ' no name' : '').
            ($marks->items === '' ? '' : ' items').
            ($marks->identity === '' ? ' blank' : '');
        foreach (array_slice($identities, $i + 1, preserve_keys: true) as $j => $b) {
            $kin = $judge->judge($a, $b, ($i + $j) % 7 === 0, ($i + $j) % 5 === 0);
            // What is plainly another page is told by its number alone.
            $told[] =
                "$i $j {$kin->kinship->value} ".
                sprintf('%.3f %.2f', $kin->likeness, $kin->sureness).
                ' '.
                Reason::pack($kin->reasons).
                ($kin->difference === null ? '' : " ({$kin->difference->ours}/{$kin->difference->theirs})");
        }
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});

it('keeps forms, causes and tidiness of addresses', function (): void {
    $form = new AddressForm(['shop.example', 'www.shop.example'], ['utm_*', 'gclid', 'ref'], ['/ sort' => true]);
    $paths = [
        '/', '/lamps', '/lamps/', '/Lamps', '//lamps', '/lamps/index.html', '/lamps/default.aspx', '/lamps?sort=price',
        '/lamps?page=2', '/lamps?page=2&sort=price', '/lamps?utm_source=x&page=2', '/lamps?gclid=1',
        '/lamps?ref=a&ref=b', '/lamps?b=2&a=1', '/lamps?a=1&b=2', '/lamps?a=', '/lamps?a', '/lamps?',
        '/lamps?PHPSESSID=abc123', '/lamps;jsessionid=9', '/lamps?sid=0123456789abcdef0123456789abcdef',
        '/lamp%20shade', '/lamp%2dshade', '/lamp-shade/print', '/lamp-shade-copy', '/lamp-shade-2', '/de/lampen',
        '/collections/all/products/pember', '/products/pember', '/products/pember.html', '/a/b/c/d', '/a//b',
        '/2026/11/lamps', '/p/12345', '/p/12345?color=red', '/p/12345?color=red&size=l', '/%C3%BCber',
    ];
    $hosts = [
        'https://shop.example',
        'http://shop.example',
        'https://www.shop.example',
        'https://SHOP.example:443',
        'https://m.shop.example',
    ];
    $keeper = PageUrl::parse('https://shop.example/lamps') ?? throw new LogicException();
    $told = [];
    foreach ($paths as $nth => $path) {
        foreach ($nth < 4 ? $hosts : [$hosts[$nth % 5], $hosts[0]] as $host) {
            $url = PageUrl::parse($host.$path) ?? throw new LogicException($path);
            $cause = $form->cause($url, $keeper);
            $told[] =
                "$host$path = ".
                $form->of($url).
                ' '.
                AddressForm::shape($url).
                ' '.
                AddressForm::scopeOf($url).
                ' '.
                json_encode(AddressForm::parameters($url)).
                ' '.
                KeeperEvidence::tidinessOf($url, $form).
                " {$cause->type->value} $cause->parameter $cause->scope ".
                implode(
                    ' ',
                    array_map(static fn (string $name): string => AddressForm::without($url, $name)?->text() ?? '-', [
                        'sort',
                        'a',
                        'page',
                    ]),
                );
        }
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});

it('keeps which words tell', function (): void {
    $telling = new TellingWords(['Brushed brass', 'E27', 'Petrel & Sons'], ['Tindrel']);
    $texts = [
        'Aurora lamp 40 cm', 'Aurora lamp, 40cm x 60 cm', 'Aurora 2.5 l', 'Set of 3', '3er Set', 'Aurora E27 brass',
        'Aurora brushed brass', 'Aurora € 49.90', 'Aurora 49,90 €', '12.11.2026', '4/5', '4.5 von 5',
        'Tindrel Aurora | black', 'Aurora XL', 'Aurora, Größe M', 'schwarze Lampe aus Eiche', 'lampe noire en chêne',
        'lámpara negra de roble', 'Model AB-1200', 'AB1200 rev. 2', 'Page 2 of 9', 'Aurora (2)', 'Aurora (copy)',
        'Kopie von Aurora', 'Aurora copy 3', '100% wool', '60W 2700K', '1,200 lm', '5-year guarantee', '', 'left hand',
        'for kids', 'Petrel & Sons Aurora', '2 x 3 x 4 m', 'version 7', '№ 5', 'iPad 9.7"',
    ];
    $told = array_map(
        static fn (string $text): string => "$text = ".
            json_encode(
                [$telling->in($text, true), $telling->in($text, false), $telling->core($text), $telling->isCopy($text)],
                JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
            ),
        $texts,
    );
    expect(implode("\n", $told))->toMatchSnapshot();
});

it('keeps which page of a tangle stays, and why', function (): void {
    $told = [];
    for ($case = 0; $case < 120; $case++) {
        $roll = static fn (int $member, int $what, int $most): int => (int) (hexdec(
            substr(md5("$case $member $what"), 0, 6),
        ) %
            ($most + 1));
        $members = array_map(
            static fn (int $member): KeeperEvidence => new KeeperEvidence(
                $member,
                PageUrl::parse('https://shop.example/'.str_repeat('p', 1 + $roll($member, 0, 5))."$member") ??
                    throw new LogicException(),
                $roll($member, 1, 5) > 0,
                $roll($member, 2, 2),
                $roll($member, 3, 1) === 1,
                $roll($member, 4, 3),
                $roll($member, 5, 9),
                $roll($member, 6, 1) === 1,
                $roll($member, 7, 90),
                $roll($member, 8, 900),
                $roll($member, 9, 3),
                $roll($member, 10, 1),
                $roll($member, 11, 4) ?: null,
                $roll($member, 12, 10),
            ),
            range(1, 2 + ($case % 4)),
        );
        $chosen = Keeper::choose($members, $case % 3 === 0 ? 2 : null, $case % 11 === 0 ? 1 : null);
        $told[] =
            json_encode($chosen->page).
            sprintf(' %.4f ', $chosen->lead).
            Reason::pack($chosen->reasons).
            ' '.
            implode(' ', array_map(static fn (array $one): string => sprintf('%.4f', array_sum($one)), $chosen->points));
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});

it('keeps the words for every reason', function (): void {
    $told = array_map(
        static fn (PairReason|KeeperReason $one): string => $one::class.
            " {$one->value}: ".
            $one->words(['3', '5', 'x']).
            ' / '.
            $one->words(['1', '1', '1']),
        [...PairReason::cases(), ...KeeperReason::cases()],
    );
    expect(implode("\n", $told))->toMatchSnapshot();
});

it('keeps what is made of a tangled shop', function (): void {
    $found = new Untangled(new TangledShop(13));
    $studies = [];
    foreach ($found->studies as $name => $study) {
        $studies[$name] = [
            $study->effect()?->value,
            round($study->certainty(), 6),
            $study->pairs(),
            $study->bases(),
            $study->counts(),
            $study->isSure(),
            $study->isLikely(),
            $study->counterExample(),
            count($study->examples()),
        ];
    }
    $tangles = array_map(static function (array $tangle): string {
        sort($tangle);

        return implode(' ', $tangle);
    }, $found->tangles);
    sort($tangles);
    ksort($found->keepers);
    $verdicts = array_map(static fn (BackedEnum $one): string => (string) $one->value, $found->verdicts);
    expect(
        json_encode(
            [$tangles, $found->keepers, $verdicts, $studies],
            JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR,
        ),
    )->toMatchSnapshot();
});

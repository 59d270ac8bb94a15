<?php

declare(strict_types=1);

use Orchard\Core\Markup\LinkHeader;
use Orchard\Core\Url\PageUrl;

it('reads canonical and alternates by language from Link headers', function (): void {
    $links = LinkHeader::of(
        [
            '</a,b>; rel="preload"; as=style, <https://shop.example/c>; rel="canonical"',
            '<at>; rel=alternate; hreflang=de-AT, </fr>; hreflang="fr"; rel="alternate nofollow"',
            '<x> rel=canonical',
            '<later>; rel=canonical',
        ],
        PageUrl::parse('https://shop.example/dir/page') ?? throw new LogicException(),
    );
    expect($links->canonical)
        ->toBe('https://shop.example/c')
        ->and($links->hreflangs)
        ->toBe([
            ['code' => 'de-AT', 'url' => 'https://shop.example/dir/at'],
            ['code' => 'fr', 'url' => 'https://shop.example/fr'],
        ]);
});

it('finds nothing where nothing is said', function (): void {
    $links = LinkHeader::of(
        ['', 'nonsense', '<>; rel'],
        PageUrl::parse('https://shop.example/') ?? throw new LogicException(),
    );
    expect($links->canonical)->toBeNull()->and($links->hreflangs)->toBe([]);
});

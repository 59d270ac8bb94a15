<?php

declare(strict_types=1);

namespace Tindrel\Theme;

use Tindrel\Seed\Words;
use Tindrel\Shop;

/**
 * Parts that several pages of the shop have.
 *
 * @phpstan-import-type Stored from Shop
 */
final class Parts
{
    /**
     * What buyers say: the same words for the same product, always.
     *
     * @param  Stored  $product
     */
    public static function voices(array $product): string
    {
        $luck = crc32((string) $product['slug']);
        $list = '';
        for ($i = 0; $i < 3 + ($luck % 4); $i++) {
            $sentence = str_replace(
                ['{room}', '{style}', '{finish}'],
                [strtolower($product['facts']['room']), 'plain', strtolower($product['facts']['finishes'][0])],
                Words::ARTICLE_SENTENCES[($luck + 5 * $i) % count(Words::ARTICLE_SENTENCES)],
            );
            $list .=
                '<li class="voice"><p class="stars" aria-label="'.
                (3 + (($luck + $i) % 3)).
                ' of 5">'.
                str_repeat(
                    '<svg class="icon" width="14" height="14" aria-hidden="true"><use href="#i-3"></use></svg>',
                    3 + (($luck + $i) % 3),
                ).
                '</p><blockquote><p>'.
                e($sentence).
                '</p></blockquote><p class="by">'.
                e(Words::MODELS[($luck + 7 * $i) % count(Words::MODELS)]).
                ', bought it</p></li>';
        }

        return '<section class="voices"><h2>What buyers say</h2><ul>'.$list.'</ul></section>';
    }

    /** @param  list<Stored>  $products */
    public static function grid(array $products, ?string $under): string
    {
        $cells = '';
        foreach ($products as $product) {
            $path = $under === null ? Shop::pathOf('product', $product['slug']) : "/range/$under/{$product['slug']}";
            $image = $product['images'][0] ?? ['src' => '/pictures/none.svg', 'alt' => ''];
            $dots = '';
            foreach ($product['facts']['finishes'] as $finish) {
                $dots .= '<span class="dot dot-'.self::handle($finish).'" title="'.e($finish).'"></span>';
            }
            $cells .=
                '<li class="card" data-id="'.
                e($product['id']).
                '"><a href="'.
                e($path).
                '"><img src="'.
                e($image['src']).
                '" srcset="'.
                e($image['src']).
                ' 220w, '.
                e($image['src']).
                '?w=440 440w, '.
                e($image['src']).
                '?w=880 880w" sizes="(min-width: 900px) 25vw, 50vw" alt="'.
                e($image['alt']).
                '" width="220" height="220" loading="lazy" decoding="async"><span class="card-name">'.
                e($product['name']).
                '</span></a>'.
                '<div class="dots" aria-hidden="true">'.
                $dots.
                '</div><small class="maker">'.
                e($product['facts']['maker']).
                '</small> <small class="price"><span class="currency">€</span> <span class="amount">'.
                number_format($product['facts']['price'], 2).
                '</span></small></li>';
        }

        return '<ul class="grid">'.$cells.'</ul>';
    }

    /** As it stands in addresses and classes. */
    public static function handle(string $finish): string
    {
        return str_replace(' ', '-', strtolower($finish));
    }
}

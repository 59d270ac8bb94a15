<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Platform\Typed;
use App\Platform\Web\Forms;
use App\Tend\Found\FindingType;

/** What was seen of one page, in words. */
final class DetailWords
{
    /** @param  array<string, mixed>  $detail  as Found has it */
    public static function of(FindingType $type, array $detail, int $spots): string
    {
        $number = static fn (string $key): int => is_numeric($detail[$key] ?? null) ? (int) $detail[$key] : 0;
        $text = static fn (string $key): string => is_string($detail[$key] ?? null) ? $detail[$key] : '';
        $h1s = array_filter((array) ($detail['h1s'] ?? []), is_string(...));

        return match ($type) {
            FindingType::Orphan => self::known($detail),
            FindingType::TooDeep => $number('depth').
                ' clicks from home'.
                ($number('paging') > 0 ? ', '.$number('paging').' of them turn a list' : ''),
            FindingType::FewLinks => self::count($number('links'), 'page links', 'pages link').
                ' here in texts; the middle one of its kind has '.
                Forms::number($number('middle')),
            FindingType::NoH1 => $text('styled') !== ''
                ? 'styled: '.$text('styled')
                : ($h1s === []
                    ? ''
                    : 'H1: '.implode(' | ', $h1s)),
            FindingType::EmptyH1 => self::count($spots, 'empty H1', 'empty H1s'),
            FindingType::SeveralH1 => implode(' | ', $h1s),
            FindingType::SharedH1 => $text('heading').', on '.Forms::number($number('pages')).' pages',
            FindingType::LevelSkipped => $text('heading'),
            FindingType::NoAlt => Forms::number($spots).' of '.self::count($number('of'), 'image', 'images'),
            FindingType::EmptyAlt,
            FindingType::ImageGone,
            FindingType::ImageMoved,
            FindingType::ImageName => self::count($spots, 'image', 'images').': '.self::sources($detail),
            FindingType::HeavyImage => self::count($spots, 'image', 'images').
                ', the heaviest of '.
                Forms::number(self::heaviest($detail)).
                ' kB: '.
                self::sources($detail),
            FindingType::LongAlt, FindingType::StuffedAlt => self::alt($detail),
            FindingType::FilledByScript, FindingType::NotListed => '',
            FindingType::CollectionLacks => implode(
                ', ',
                array_map(CauseWords::lack(...), array_filter((array) ($detail['lacks'] ?? []), is_string(...))),
            ).
                '; '.
                self::count($number('products'), 'product', 'products').
                ', '.
                self::count($number('words'), 'word', 'words').
                self::sizes($detail),
            FindingType::StructuredMissing => $text('types') === '' ? 'none' : 'only '.$text('types'),
            FindingType::StructuredBroken, FindingType::StructuredLacks, FindingType::StructuredWords => $text(
                'words',
            ).($spots > 1 ? ' And '.Forms::number($spots - 1).' more.' : ''),
            FindingType::StructuredPrice => $text('told').' in the structured data, '.$text('other'),
            FindingType::ListedInVain => $number('status') === 0 ? '' : 'status '.$number('status'),
            FindingType::SlowAnswer => Forms::number($number('ms')).' ms',
            FindingType::HeavyPage => Forms::number(intdiv($number('bytes'), 1000)).' kB',
            FindingType::LatePaint => number_format($number('value') / 1000, 1).
                ' s; something was to be seen after '.
                number_format($number('first') / 1000, 1).
                ' s',
            FindingType::MovingPage => 'layout shift '.number_format($number('value') / 1000, 2),
            FindingType::BlockedPage => number_format($number('value') / 1000, 1).' s',
            FindingType::HeavyLoad => number_format($number('value') / 1e6, 1).
                ' MB, of them images '.
                number_format($number('pictures') / 1e6, 1).
                ', scripts '.
                number_format($number('scripts') / 1e6, 1),
            FindingType::SharedText => Forms::number($number('own')).
                ' of '.
                Forms::number($number('words')).
                ' words are its own; “'.
                $text('text').
                '” stands on '.
                Forms::number($number('pages')).
                ' pages',
            FindingType::LinkToMissing, FindingType::LinkToRedirect => self::places($number('text'), $number('around')),
            FindingType::RedirectChain => self::count($number('hops'), 'redirect', 'redirects'),
            FindingType::ServerError => $number('status') === 0 ? 'no answer' : 'status '.$number('status'),
            FindingType::DeadOutgoing => self::count($spots, 'link', 'links').': '.self::addresses($detail),
            FindingType::InsecureContent => (isset($detail['what'])
                ? self::count($spots, 'address', 'addresses')
                : self::count($spots, 'image', 'images')).
                ': '.
                self::sources($detail),
        };
    }

    /** What should become of an orphan; words that its target follows, where it has one. */
    public static function end(string $end, bool $hasTarget): string
    {
        return match ($end) {
            'redirect' => 'Redirect to',
            'remove' => 'Remove (410)',
            'ask' => 'Ask who made it',
            default => $hasTarget ? 'Link from' : 'Link from a menu or the foot',
        };
    }

    /** @param  array<string, mixed>  $detail */
    private static function known(array $detail): string
    {
        $names = [
            'shop' => 'the shop',
            'search' => 'search numbers',
            'sales' => 'sales',
            'sitemap' => 'the sitemap',
            'backlinks' => 'backlinks',
            'index' => 'the index state',
            'list' => 'a list',
            'products' => 'the product list',
            'logs' => 'access logs',
            'canonicals' => 'canonicals',
        ];
        $known = array_values(
            array_intersect_key($names, array_flip(array_filter((array) ($detail['sources'] ?? []), is_string(...)))),
        );
        $backlinks = Typed::int($detail['backlinks'] ?? 0);

        return ($known === [] ? 'known from an earlier crawl' : 'known from '.implode(', ', $known)).
            ($backlinks > 0 ? '; '.self::count($backlinks, 'backlink', 'backlinks') : '');
    }

    private static function places(int $text, int $around): string
    {
        return implode(
            ', ',
            array_filter([
                $text > 0 ? self::count($text, 'page links', 'pages link').' to it in texts' : '',
                $around > 0 ? Forms::number($around).' in navigation, header or footer' : '',
            ]),
        );
    }

    /** @param  array<string, mixed>  $detail */
    private static function sources(array $detail): string
    {
        $names = [];
        foreach ((array) ($detail['images'] ?? []) as $image) {
            is_array($image) &&
                is_string($image[0] ?? null) &&
                ($names[] = basename((string) parse_url($image[0], PHP_URL_PATH)));
        }

        return implode(', ', array_slice($names, 0, 3));
    }

    /** @param  array<string, mixed>  $detail */
    private static function alt(array $detail): string
    {
        foreach ((array) ($detail['images'] ?? []) as $image) {
            if (is_array($image) && is_string($image[1] ?? null)) {
                return $image[1];
            }
        }

        return '';
    }

    /** @param  array<array-key, mixed>  $detail */
    private static function sizes(array $detail): string
    {
        $asked = [];
        foreach ((array) ($detail['sizes'] ?? []) as $size) {
            if (is_array($size) && is_string($size['size'] ?? null) && is_int($size['impressions'] ?? null)) {
                $asked[] = "{$size['size']} (".self::count($size['impressions'], 'impression', 'impressions').')';
            }
        }

        return $asked === [] ? '' : '; searched for, and sold by none: '.implode(', ', $asked);
    }

    private static function count(int $count, string $one, string $many): string
    {
        return Forms::number($count).' '.($count === 1 ? $one : $many);
    }

    /** @param  array<string, mixed>  $detail */
    private static function addresses(array $detail): string
    {
        $given = array_column(array_filter((array) ($detail['images'] ?? []), is_array(...)), 0);

        return implode(', ', array_slice(array_filter($given, is_string(...)), 0, 2));
    }

    /** @param  array<string, mixed>  $detail */
    private static function heaviest(array $detail): int
    {
        $first = ((array) ($detail['images'] ?? []))[0] ?? null;

        return is_array($first) ? intdiv(Typed::int($first[1] ?? 0), 1000) : 0;
    }
}

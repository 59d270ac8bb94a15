<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Tend\Found\FindingType;
use App\Tend\Found\Found;

/** What is wrong with a page's headings. A heading in the page's header, navigation or footer is not the page's own. */
final class HeadingFinder implements PageFinder
{
    /** Headings of a page among which a text that only looks like one may be meant as its H1. */
    private const FIRST = 4;

    public static function types(): array
    {
        return [FindingType::NoH1, FindingType::EmptyH1, FindingType::SeveralH1, FindingType::LevelSkipped];
    }

    public function look(SeenPage $page): iterable
    {
        $headings = $page->headings();
        $h1s = array_values(array_filter($headings, static fn (array $one): bool => $one['level'] === 1));
        $said = array_values(array_filter($h1s, static fn (array $one): bool => $one['text'] !== ''));
        $kind = $page->kind->value;
        $told = array_map(static fn (array $one): string => mb_substr($one['text'], 0, 120), array_slice($said, 0, 6));
        $aside = array_filter(
            $said,
            static fn (array $one): bool => in_array($one['part'], ['nav', 'footer', 'breadcrumbs'], true),
        );
        if ($h1s === []) {
            $styled = self::styled($headings, $page->title);
            yield new Found(
                FindingType::NoH1,
                $page->id,
                ['kind' => $kind, 'why' => $styled === null ? 'none' : 'styled'],
                array_filter(['styled' => $styled === null ? null : mb_substr($styled, 0, 120)]),
            );
        } elseif ($said === []) {
            yield new Found(FindingType::EmptyH1, $page->id, ['kind' => $kind], ['empty' => count($h1s)], count($h1s));
        } elseif (count($aside) === count($said)) {
            yield new Found(
                FindingType::NoH1,
                $page->id,
                ['kind' => $kind, 'why' => $said[0]['part']],
                ['h1s' => $told],
            );
        } elseif (count($said) > 1) {
            $isHeader = array_filter($said, static fn (array $one): bool => $one['part'] !== '') !== [];
            yield new Found(
                FindingType::SeveralH1,
                $page->id,
                ['kind' => $kind, 'why' => $isHeader ? 'header' : 'main'],
                ['h1s' => $told],
                count($said),
            );
        }
        $skip = self::skip($headings);
        if ($skip !== null) {
            yield new Found(
                FindingType::LevelSkipped,
                $page->id,
                ['kind' => $kind, 'from' => $skip[0], 'to' => $skip[1]],
                ['heading' => mb_substr($skip[2], 0, 120)],
            );
        }
    }

    /**
     * The text that stands in for an H1: it looks like a heading and shares half its words with the title.
     *
     * @param  list<array{level: int, text: string, part: string}>  $headings
     */
    private static function styled(array $headings, string $title): ?string
    {
        $title = self::words($title);
        foreach (array_slice($headings, 0, self::FIRST) as $one) {
            $words = self::words($one['text']);
            if ($one['level'] === 0 && $words !== [] && 2 * count(array_intersect($words, $title)) >= count($words)) {
                return $one['text'];
            }
        }

        return null;
    }

    /** @return list<string> */
    private static function words(string $text): array
    {
        return array_values(
            array_unique(preg_split('/[^\p{L}\p{N}]+/u', mb_strtolower($text), -1, PREG_SPLIT_NO_EMPTY) ?: []),
        );
    }

    /**
     * The first heading of the main content that stands more than one level below the one before it.
     *
     * @param  list<array{level: int, text: string, part: string}>  $headings
     * @return ?array{int, int, string} level before, its own, its text
     */
    private static function skip(array $headings): ?array
    {
        $before = null;
        foreach ($headings as $one) {
            if ($one['level'] === 0 || $one['part'] !== '') {
                continue;
            }
            if ($before !== null && $one['level'] > $before + 1) {
                return [$before, $one['level'], $one['text']];
            }
            $before = $one['level'];
        }

        return null;
    }
}

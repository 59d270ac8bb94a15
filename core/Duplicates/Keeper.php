<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

use Orchard\Core\Reasons\Reason;

/**
 * Chooses the page of a tangle that stays, by the sum of stated weights.
 *
 * Shares are of the tangle's largest, so that weights compare across tangles. A keeper of before stays unless another
 * is better by more than the margin: evidence that is close must not make it flip from crawl to crawl. Ties: the
 * shorter address, then the earlier one.
 */
final readonly class Keeper
{
    /** Points that each piece of evidence is worth at most. */
    public const WEIGHTS = [
        'declared' => 4.0,
        'engine' => 2.5,
        'tidiness' => 3.0,
        'links' => 2.0,
        'sitemap' => 2.0,
        'redirects' => 1.5,
        'clicks' => 1.5,
        'backlinks' => 1.5,
        'itself' => 1.0,
        'depth' => 0.5,
    ];

    /** Points by which another must be better than the keeper of before. */
    public const MARGIN = 1.0;

    /**
     * @param  array<int, array<string, float>>  $points  by page, by evidence
     * @param  list<Reason>  $reasons  of KeeperReason, the weightiest first
     */
    private function __construct(public ?int $page, public array $points, public array $reasons, public float $lead)
    {
    }

    /**
     * @param  list<KeeperEvidence>  $members
     * @param  ?int  $before  the keeper of the last time
     * @param  ?int  $decided  the page that a person decided on
     */
    public static function choose(array $members, ?int $before = null, ?int $decided = null): self
    {
        $most = static fn (string $of): int => max(
            1,
            ...array_map(static fn (KeeperEvidence $m): int => (int) $m->{$of}, $members),
        );
        [$declared, $engine, $links, $redirects, $clicks, $impressions, $backlinks] = array_map($most, [
            'declaredBy',
            'chosenBy',
            'linksIn',
            'redirectedFrom',
            'clicks',
            'impressions',
            'backlinks',
        ]);
        $reached = array_filter(
            array_map(static fn (KeeperEvidence $m): ?int => $m->depth, $members),
            static fn (?int $depth): bool => $depth !== null,
        );
        $shallowest = $reached === [] ? null : min($reached);
        $points = [];
        foreach ($members as $member) {
            if (! $member->canStay) {
                continue;
            }
            $points[$member->page] = [
                'declared' => (self::WEIGHTS['declared'] * $member->declaredBy) / $declared,
                'engine' => (self::WEIGHTS['engine'] * $member->chosenBy) / $engine,
                'tidiness' => (self::WEIGHTS['tidiness'] * $member->tidiness) / 10,
                'links' => (self::WEIGHTS['links'] * $member->linksIn) / $links,
                'sitemap' => $member->inSitemap ? self::WEIGHTS['sitemap'] : 0.0,
                'redirects' => (self::WEIGHTS['redirects'] * $member->redirectedFrom) / $redirects,
                'clicks' => self::WEIGHTS['clicks'] *
                    ((0.8 * $member->clicks) / $clicks + (0.2 * $member->impressions) / $impressions),
                'backlinks' => (self::WEIGHTS['backlinks'] * $member->backlinks) / $backlinks,
                'itself' => $member->declaresItself ? self::WEIGHTS['itself'] : 0.0,
                'depth' => $member->depth !== null && $member->depth === $shallowest ? self::WEIGHTS['depth'] : 0.0,
            ];
        }
        if ($decided !== null && isset($points[$decided])) {
            return new self($decided, $points, [new Reason(KeeperReason::Decided)], INF);
        }
        if ($points === []) {
            return new self(null, [], [new Reason(KeeperReason::NoneCanStay)], 0.0);
        }
        $byPage = array_column($members, null, 'page');
        $sums = array_map(static fn (array $parts): float => round(array_sum($parts), 6), $points);
        $order = array_keys($sums);
        usort(
            $order,
            static fn (int $a, int $b): int => $sums[$b] <=> $sums[$a] ?:
            strlen($byPage[$a]->url->text()) <=> strlen($byPage[$b]->url->text()) ?:
            strcmp($byPage[$a]->url->text(), $byPage[$b]->url->text()),
        );
        $first = $order[0];
        $stays =
            $before !== null &&
            $before !== $first &&
            isset($sums[$before]) &&
            $sums[$first] - $sums[$before] <= self::MARGIN;
        $keeper = $stays ? $before : $first;
        $others = array_diff_key($sums, [$keeper => 0]);

        return new self(
            $keeper,
            $points,
            [
                ...$stays ? [new Reason(KeeperReason::StaysBefore, [(int) self::MARGIN])] : [],
                ...self::reasons($byPage[$keeper], $points[$keeper]),
            ],
            $others === [] ? INF : $sums[$keeper] - max($others),
        );
    }

    /**
     * @param  array<string, float>  $parts
     * @return list<Reason> at most four
     */
    private static function reasons(KeeperEvidence $keeper, array $parts): array
    {
        arsort($parts);
        $counts = [
            'declared' => $keeper->declaredBy,
            'links' => $keeper->linksIn,
            'redirects' => $keeper->redirectedFrom,
            'clicks' => $keeper->clicks,
            'backlinks' => $keeper->backlinks,
        ];
        $reasons = [];
        foreach ($parts as $part => $points) {
            if ($points >= 0.4 && ($part !== 'tidiness' || $keeper->tidiness >= 8)) {
                $reasons[] = new Reason(KeeperReason::from($part), isset($counts[$part]) ? [$counts[$part]] : []);
            }
        }

        return array_slice($reasons, 0, 4);
    }
}

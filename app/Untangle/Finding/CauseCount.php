<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Platform\Bytes;
use App\Untangle\Deciding\CauseSort;
use App\Untangle\Deciding\Means;
use Orchard\Core\Duplicates\Cause;

/** How many pages have one cause, and what is to be done with them; counted page by page. */
final class CauseCount
{
    /** Columns of untangle_causes behind those that name the cause. */
    public const COLUMNS = [
        'sort', 'urls', 'to_do', 'tangles', 'clicks', 'impressions', 'exceptions', 'sureness', 'is_safe', 'action',
        'example_page',
    ];

    /** The share of what is to be done that must be safe, so that the cause is. */
    private const SAFE = 0.95;

    private int $urls = 0;

    private int $toDo = 0;

    /** @var array<int, true> */
    private array $tangles = [];

    private int $clicks = 0;

    private int $impressions = 0;

    private int $exceptions = 0;

    private float $sureness = 0.0;

    private int $safe = 0;

    /** @var array<string, int> by Means */
    private array $actions = [];

    private ?SeenPage $example = null;

    public function __construct(
        private readonly Cause $cause,
        private CauseSort $sort,
        public ?string $decision = null,
    ) {
    }

    public function add(CauseSort $sort, CountedPage $counted): void
    {
        [$page, $policy] = [$counted->page, $counted->policy];
        // What an address does is told by most of its kind: a variant among parameters makes a cause of variants.
        $this->sort = $this->sort === CauseSort::Parameter && $sort === CauseSort::Variant ? $sort : $this->sort;
        $this->urls++;
        $counted->tangle === 0 || ($this->tangles[$counted->tangle] = true);
        $this->clicks += $page->clicks;
        $this->impressions += $page->impressions;
        $this->sureness += $counted->sureness;
        $toDo = $policy->means !== Means::Leave;
        $this->toDo += $toDo ? 1 : 0;
        $this->safe += $toDo && $policy->isSafe ? 1 : 0;
        $this->exceptions += $counted->isException || ($toDo && ! $policy->isSafe) ? 1 : 0;
        $this->actions[$policy->means->value] = ($this->actions[$policy->means->value] ?? 0) + 1;
        if ($this->example === null || $page->clicks > $this->example->clicks) {
            $this->example = $page;
        }
    }

    /** @return list<int|string|Bytes> type, parameter, scope and digest of the cause, and COLUMNS */
    public function row(): array
    {
        $actions = array_diff_key($this->actions, [Means::Leave->value => 1]);
        arsort($actions);

        return [
            $this->cause->type->value,
            $this->cause->parameter,
            $this->cause->scope,
            new Bytes($this->cause->digest()),
            $this->sort->value,
            $this->urls,
            $this->toDo,
            count($this->tangles),
            $this->clicks,
            $this->impressions,
            $this->exceptions,
            (int) round((1000 * $this->sureness) / max(1, $this->urls)),
            $this->toDo > 0 && $this->safe >= self::SAFE * $this->toDo ? 1 : 0,
            array_key_first($actions) ?? Means::Leave->value,
            $this->example->id ?? 0,
        ];
    }
}

<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Untangle\Deciding\CauseSort;
use Orchard\Core\Duplicates\CauseType;
use Orchard\Core\LinkGraph\CanonicalVerdict;

/**
 * A cause as people read it: its figures, what is decided of it, and how they would say it. Causes that are the same
 * fault in several folders are one family: it has the name without the folder.
 */
final readonly class ListedCause
{
    /**
     * @param  string  $scope  the folder in which it is so; empty where a cause has none
     * @param  int  $toDo  addresses for which something is to be done
     * @param  int  $clicks  of thirteen weeks, as impressions are
     * @param  int  $sureness  1000 x the lower end of how sure it is that these are duplicates
     * @param  ?string  $decision  a choice of its sort; null where the store's rule holds
     * @param  ?string  $decidedAt  UTC
     * @param  int  $ready  addresses to do whose change is ready or on its way
     * @param  int  $live  addresses to do whose change the shop holds
     * @param  int  $seen  those of live that were seen on the page
     * @param  ?string  $userName  of whoever decided; null for nobody, and for the command line
     */
    public function __construct(
        public int $id,
        public CauseType $type,
        public string $parameter,
        public string $scope,
        public CauseSort $sort,
        public int $urls = 0,
        public int $toDo = 0,
        public int $tangles = 0,
        public int $clicks = 0,
        public int $impressions = 0,
        public int $exceptions = 0,
        public int $sureness = 0,
        public bool $isSafe = false,
        public string $action = 'leave',
        public int $examplePage = 0,
        public ?string $decision = null,
        public ?string $decidedAt = null,
        public int $ready = 0,
        public int $live = 0,
        public int $seen = 0,
        public ?string $userName = null,
    ) {
    }

    public function words(): string
    {
        [$family, $folder] = [$this->family(), $this->folder()];

        return $folder === '' ? $family : "$family, $folder";
    }

    /** What is the same for all folders. */
    public function family(): string
    {
        return match ($this->type) {
            CauseType::Parameter => ($this->sort === CauseSort::Variant ? 'Variants by parameter ' : 'Parameter ').
                $this->parameter,
            CauseType::Narrows => "Filter $this->parameter",
            CauseType::Path => 'One page at several paths',
            CauseType::Copies => 'Copied products',
            CauseType::Text => 'Duplicate content at unrelated URLs',
            CauseType::Paging => "Page 2 and on: canonical to page 1 ($this->parameter)",
            CauseType::Declared => CanonicalVerdict::tryFrom($this->parameter)?->words() ?? $this->parameter,
            CauseType::Redirects => 'Redirects',
            CauseType::Tracking => 'Tracking parameters',
            CauseType::Print => 'Print versions',
            CauseType::Slash => 'Trailing slash',
            CauseType::LetterCase => 'Upper and lower case',
            CauseType::Scheme => 'http and https',
            CauseType::Www => 'www and no www',
            CauseType::Host => "Host $this->parameter",
            CauseType::IndexFile => 'Index file names (index.html)',
            CauseType::Encoding => 'URL encoding',
            CauseType::Order => 'Order of parameters',
        };
    }

    /** Where it is so; empty where a cause has no folder. */
    public function folder(): string
    {
        return $this->type === CauseType::Path ? "$this->scope and $this->parameter" : $this->scope;
    }

    /** Addresses to do whose change is neither ready nor live. */
    public function left(): int
    {
        return max(0, $this->toDo - $this->ready - $this->live);
    }

    /** Whether all that is to do about it is ready or live. */
    public function isOnTheWay(): bool
    {
        return $this->toDo > 0 && $this->left() === 0;
    }

    /** What is done about it, in words: as it was decided, or by the store's rule. */
    public function done(string $rule): string
    {
        $choices = $this->sort->choices();

        return match (true) {
            $this->decision !== null => 'Decided: '.lcfirst($choices[$this->decision] ?? $this->decision),
            $this->toDo > 0 => $choices[$rule] ?? '',
            default => 'Nothing',
        };
    }
}

<?php

declare(strict_types=1);

namespace App\Write\Suggestions;

use Orchard\Core\Wording\Check;

/** A suggested text, and what speaks against it. */
final readonly class JudgedSuggestion
{
    /**
     * @param  int  $pixels  of what would be shown
     * @param  int  $checks  bits of Check
     * @param  list<array{text: string, missing: string}>  $doubts  claims that no fact of the page makes
     */
    public function __construct(public string $text, public int $pixels, public int $checks, public array $doubts)
    {
    }

    public function isTooLong(): bool
    {
        return ($this->checks & Check::TooWide->value) !== 0;
    }

    /** What is without a fault and says nothing doubtful comes first; doubts weigh more than faults. */
    public function rank(): int
    {
        return 10 * count($this->doubts) + substr_count(decbin($this->checks), '1');
    }
}

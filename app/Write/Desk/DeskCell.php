<?php

declare(strict_types=1);

namespace App\Write\Desk;

use App\Changes\DraftState;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\TextField;

/** One text of a row: live, drafted, and what is said of it. */
final readonly class DeskCell
{
    /**
     * @param  string  $stored  what the shop holds
     * @param  ?string  $shown  what a searcher gets now; null where the page has not been seen yet
     * @param  list<Check>  $checks  of the text that will be shown
     * @param  string  $suffix  what the theme adds
     * @param  list<string>  $doubts  what the draft claims and no fact of the page says
     */
    public function __construct(
        public TextField $field,
        public string $stored,
        public ?string $shown,
        public ?string $draft,
        public ?int $draftId,
        public int $revision,
        public ?DraftState $state,
        public ?string $note,
        public string $origin,
        public array $checks,
        public string $suffix,
        public bool $isApproved = false,
        public array $doubts = [],
    ) {
    }

    /** What stands in the box to type into: the draft, else what the shop holds. */
    public function typed(): string
    {
        return $this->draft ?? $this->stored;
    }

    /** What a searcher will get; null where the theme decides. */
    public function willShow(): ?string
    {
        return match (true) {
            $this->draft !== null && $this->draft !== '' => $this->draft.$this->suffix,
            $this->draft !== null => null,
            default => $this->shown,
        };
    }
}

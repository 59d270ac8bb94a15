<?php

declare(strict_types=1);

namespace App\Write\Desk;

use App\Changes\DraftState;
use App\Stores\Kinds\PageKind;
use Orchard\Core\Wording\TextField;

/** A resource on the desk. */
final readonly class DeskRow
{
    /** @param  array<string, DeskCell>  $cells by the field's key */
    public function __construct(
        public int $id,
        public string $name,
        public string $url,
        public ?int $pageId,
        public PageKind $kind,
        public int $marketId,
        public array $cells,
        public int $clicks = 0,
        public int $impressions = 0,
        public int $upside = 0,
        public bool $isPlanned = false,
    ) {
    }

    public function cell(TextField $field): DeskCell
    {
        return $this->cells[$field->key()];
    }

    /** The state of its drafts that most needs a hand; null where there is no draft. */
    public function state(): ?DraftState
    {
        $state = null;
        foreach ($this->cells as $cell) {
            if ($cell->state !== null && ($state === null || $cell->state->rank() > $state->rank())) {
                $state = $cell->state;
            }
        }

        return $state;
    }
}

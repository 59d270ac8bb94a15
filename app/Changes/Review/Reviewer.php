<?php

declare(strict_types=1);

namespace App\Changes\Review;

use App\Platform\Database\Row;
use Illuminate\Support\Carbon;

/** Somebody who approves the texts of a part of the store. */
final readonly class Reviewer
{
    /**
     * @param  ?int  $userId  null for a guest
     * @param  ?int  $kind  of pages; null for all of them
     * @param  ?int  $collectionId  page of the collection; null for products of any
     * @param  int  $days  in which a text is to be looked at
     * @param  ?string  $awayUntil  day until which the deputy is asked instead
     */
    public function __construct(
        public int $id,
        public ?int $userId,
        public ?string $guest,
        public ?string $guestEmail,
        public ?int $deputyId,
        public ?int $kind,
        public ?string $maker,
        public ?int $collectionId,
        public ?int $marketId,
        public int $days,
        public ?string $awayUntil,
        public bool $hasLink = false,
    ) {
    }

    public static function fromRow(Row $row): self
    {
        $number = static fn (mixed $value): ?int => is_numeric($value) ? (int) $value : null;

        return new self(
            $row->int('id'),
            $number($row->user_id),
            $row->textOrNull('guest'),
            $row->textOrNull('guest_email'),
            $number($row->deputy_id),
            $number($row->kind),
            $row->textOrNull('maker'),
            $number($row->collection_id),
            $number($row->market_id),
            $row->int('days'),
            $row->textOrNull('away_until'),
            $row->token_hash !== null && Carbon::parse($row->text('token_until'))->isFuture(),
        );
    }

    public function isAway(): bool
    {
        return $this->awayUntil !== null && $this->awayUntil >= now()->format('Y-m-d');
    }

    /** Whether a person is asked by this: as the one who approves, or as whoever does it meanwhile. */
    public function asks(int $userId): bool
    {
        return $userId === $this->userId || $userId === $this->deputyId;
    }
}

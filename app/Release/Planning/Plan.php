<?php

declare(strict_types=1);

namespace App\Release\Planning;

use App\Platform\Database\Row;
use DateTimeImmutable;
use DateTimeZone;

/** A release that goes by itself at an hour, as its row tells it. */
final readonly class Plan
{
    /**
     * @param  int  $part  hundredths of what is in it that go
     * @param  ?int  $after  the plan of the first part, where this is the rest
     */
    public function __construct(
        public int $id,
        public string $name,
        public DateTimeImmutable $sendsAt,
        public int $part,
        public ?int $after,
        public PlanState $state,
        public ?string $note,
        public ?int $release,
        public ?int $userId,
        public string $madeAt,
    ) {
    }

    /** @param  Row  $row  of release_plans */
    public static function fromRow(Row $row): self
    {
        return new self(
            $row->int('id'),
            $row->text('name'),
            new DateTimeImmutable($row->text('sends_at'), new DateTimeZone('UTC')),
            $row->int('part'),
            $row->intOrNull('after_plan'),
            PlanState::from($row->int('state')),
            $row->textOrNull('note'),
            $row->intOrNull('release_id'),
            $row->intOrNull('user_id'),
            $row->text('made_at'),
        );
    }
}

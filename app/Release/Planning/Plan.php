<?php

declare(strict_types=1);

namespace App\Release\Planning;

use DateTimeImmutable;
use DateTimeZone;
use stdClass;

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

    /** @param  stdClass  $row  of release_plans */
    public static function fromRow(stdClass $row): self
    {
        return new self(
            (int) $row->id,
            (string) $row->name,
            new DateTimeImmutable((string) $row->sends_at, new DateTimeZone('UTC')),
            (int) $row->part,
            $row->after_plan === null ? null : (int) $row->after_plan,
            PlanState::from((int) $row->state),
            $row->note === null ? null : (string) $row->note,
            $row->release_id === null ? null : (int) $row->release_id,
            $row->user_id === null ? null : (int) $row->user_id,
            (string) $row->made_at,
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Stores\Night;

use Illuminate\Support\Carbon;
use stdClass;

/** The newest run of a duty. */
final readonly class DutyRun
{
    /**
     * @param  ?string  $by  who asked for it; null where it ran by itself
     * @param  float  $seconds  of work in it, without waiting
     */
    private function __construct(
        public string $state,
        public ?string $problem,
        public ?string $by,
        public ?Carbon $startedAt,
        public ?Carbon $endedAt,
        public float $seconds,
    ) {
    }

    /** @param  stdClass  $row  of work, with by_name */
    public static function fromRow(stdClass $row): self
    {
        return new self(
            (string) $row->state,
            $row->problem === null || $row->problem === '' ? null : (string) $row->problem,
            $row->by_name === null ? null : (string) $row->by_name,
            $row->started_at === null ? null : Carbon::parse((string) $row->started_at, 'UTC'),
            $row->ended_at === null ? null : Carbon::parse((string) $row->ended_at, 'UTC'),
            (int) $row->worked_ms / 1000,
        );
    }

    public function hasFailed(): bool
    {
        return $this->state === 'failed';
    }

    public function inWords(): string
    {
        return match ($this->state) {
            'waiting' => 'waits for its turn',
            'running' => 'under way',
            default => $this->state,
        };
    }
}

<?php

declare(strict_types=1);

namespace App\Stores\Night;

use App\Platform\Database\Row;
use Illuminate\Support\Carbon;

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

    /** @param  Row  $row  of work, with by_name */
    public static function fromRow(Row $row): self
    {
        return new self(
            $row->text('state'),
            $row->problem === null || $row->problem === '' ? null : $row->text('problem'),
            $row->textOrNull('by_name'),
            $row->started_at === null ? null : Carbon::parse($row->text('started_at'), 'UTC'),
            $row->ended_at === null ? null : Carbon::parse($row->text('ended_at'), 'UTC'),
            $row->int('worked_ms') / 1000,
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

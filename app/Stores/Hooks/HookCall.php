<?php

declare(strict_types=1);

namespace App\Stores\Hooks;

use App\Platform\Database\Row;

/** One call of a store's script: what is told, and how far it is. */
final readonly class HookCall
{
    private function __construct(
        public int $id,
        public int $storeId,
        public string $event,
        public string $body,
        public string $state,
        public int $tries,
        public ?int $status,
        public ?string $problem,
        public string $createdAt,
    ) {
    }

    public static function from(Row $row): self
    {
        return new self(
            $row->int('id'),
            $row->int('store_id'),
            $row->text('event'),
            $row->text('body'),
            $row->text('state'),
            $row->int('tries'),
            $row->intOrNull('status'),
            $row->problem,
            $row->text('created_at'),
        );
    }

    public function isDone(): bool
    {
        return $this->state === 'done';
    }

    public function inWords(): string
    {
        return match (true) {
            $this->isDone() => "taken, {$this->status}".($this->tries > 1 ? ", at the {$this->tries}. try" : ''),
            $this->state === 'failed' => "given up after {$this->tries} tries: {$this->problem}",
            $this->tries === 0 => 'waits',
            default => "{$this->problem} Tried {$this->tries} times, is tried again.",
        };
    }
}

<?php

declare(strict_types=1);

namespace App\Platform\Work;

use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Web\Forms;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/** A piece of long work as people see it. */
final readonly class WorkView
{
    /** @param  array<string, mixed>  $progress */
    private function __construct(
        public int $id,
        public string $sort,
        public string $state,
        public array $progress,
        public ?string $problem,
        public bool $stopAsked,
        public ?Carbon $startedAt,
        public ?Carbon $endedAt,
    ) {
    }

    public static function latest(int $storeId, string $sort): ?self
    {
        return self::from(
            Rows::maybe(
                DB::table('work')->where('store_id', $storeId)->where('sort', $sort)->orderByDesc('id')->first(),
            ),
        );
    }

    /** The work with this number; null where it is none of this store's. */
    public static function of(int $storeId, int $id): ?self
    {
        return self::from(Rows::maybe(DB::table('work')->where('store_id', $storeId)->where('id', $id)->first()));
    }

    /** @return list<self> what is under way in a store, oldest first */
    public static function underWay(int $storeId): array
    {
        return array_values(
            array_filter(
                Rows::of(
                    DB::table('work')
                        ->where('store_id', $storeId)
                        ->whereIn('state', ['waiting', 'running'])
                        ->where('wake_at', '<=', now()->addMinutes(10))
                        ->orderBy('id')
                        ->limit(5)
                        ->get(),
                )
                    ->map(static fn (Row $row): ?self => self::from($row))
                    ->all(),
            ),
        );
    }

    public static function about(string $sort, int $subjectId): ?self
    {
        return self::from(
            Rows::maybe(
                DB::table('work')->where('sort', $sort)->where('subject_id', $subjectId)->orderByDesc('id')->first(),
            ),
        );
    }

    private static function from(?Row $row): ?self
    {
        return $row === null
            ? null
            : new self(
                $row->int('id'),
                $row->text('sort'),
                $row->text('state'),
                Typed::map($row->progress),
                $row->problem,
                $row->isTrue('stop_asked'),
                $row->started_at === null ? null : Carbon::parse($row->started_at),
                $row->ended_at === null ? null : Carbon::parse($row->ended_at),
            );
    }

    public function isActive(): bool
    {
        return $this->state === 'waiting' || $this->state === 'running';
    }

    public function number(string $key): int
    {
        return is_numeric($this->progress[$key] ?? null) ? (int) $this->progress[$key] : 0;
    }

    /** What has been done so far, as a few words; empty where nothing is counted. */
    public function counts(): string
    {
        $words = [];
        foreach (['fetched' => 'pages', 'rows' => 'rows', 'failed' => 'failed'] as $key => $of) {
            $this->number($key) > 0 && ($words[] = Forms::number($this->number($key))." $of");
        }

        return implode(', ', $words);
    }

    public function stateInWords(): string
    {
        return match (true) {
            $this->isActive() && $this->stopAsked => 'stopping',
            $this->state === 'waiting' => 'waiting for its turn',
            $this->state === 'running' => 'under way',
            default => $this->state,
        };
    }
}

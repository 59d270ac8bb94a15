<?php

declare(strict_types=1);

namespace App\Changes\Trials;

use App\Platform\Database\Records;
use App\Stores\Models\Store;
use Orchard\Core\Wording\TextField;

/** A trial of wordings as it is kept. */
final readonly class KeptTrial
{
    /** Trials that are listed. */
    private const LISTED = 50;

    /**
     * @param  int  $weeks  that it lasts once its texts are live
     * @param  string  $imbalance  of its groups, as JSON
     * @param  ?string  $startsAt  when its texts were live, UTC
     * @param  ?string  $note  what was found out of order with it
     * @param  int  $pages  that it has
     */
    public function __construct(
        public int $id,
        public string $name,
        public TextField $field,
        public int $weeks,
        public TrialState $state,
        private string $imbalance,
        public ?string $startsAt,
        public ?string $endsAt,
        public ?string $note,
        public int $pages,
    ) {
    }

    /** @return list<self> the newest first */
    public static function all(Store $store): array
    {
        return self::query($store, 'ORDER BY t.id DESC LIMIT '.self::LISTED, []);
    }

    public static function find(Store $store, int $id): ?self
    {
        return self::query($store, 'AND t.id = ?', [$id])[0] ?? null;
    }

    /** @return array<string, float> how unlike its groups are: clicks, trend (standard deviations), kinds (share) */
    public function imbalance(): array
    {
        return array_map(
            static fn (mixed $one): float => is_numeric($one) ? (float) $one : 0.0,
            (array) json_decode($this->imbalance, true),
        );
    }

    /**
     * @param  list<int>  $bindings
     * @return list<self>
     */
    private static function query(Store $store, string $rest, array $bindings): array
    {
        return Records::select(
            self::class,
            "SELECT t.*, (SELECT COUNT(*) FROM text_trial_pages p WHERE p.trial_id = t.id) AS pages FROM text_trials t
                WHERE t.store_id = ? $rest",
            [$store->id, ...$bindings],
        );
    }
}

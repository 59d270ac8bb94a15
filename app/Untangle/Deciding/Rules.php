<?php

declare(strict_types=1);

namespace App\Untangle\Deciding;

use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

/**
 * The store's rules: what is done about each sort of duplicate, unless a cause or a single tangle is decided
 * otherwise.
 */
final readonly class Rules
{
    /** @param  array<string, string>  $chosen */
    private function __construct(private array $chosen)
    {
    }

    public static function of(Store $store): self
    {
        return new self(
            array_filter(
                Typed::map(DB::table('untangle_rules')->where('store_id', $store->id)->pluck('choice', 'name')->all()),
                is_string(...),
            ),
        );
    }

    public function choice(CauseSort $sort): string
    {
        $choice = $this->chosen[$sort->value] ?? '';

        return isset($sort->choices()[$choice]) ? $choice : (string) array_key_first($sort->choices());
    }

    public function with(CauseSort $sort, string $choice): self
    {
        return new self([$sort->value => $choice] + $this->chosen);
    }

    /** @throws InvalidArgumentException when there is no such choice */
    public static function set(Store $store, CauseSort $sort, string $choice, ?int $userId): void
    {
        if (! isset($sort->choices()[$choice])) {
            throw new InvalidArgumentException("There is no choice \"$choice\" for {$sort->label()}.");
        }
        DB::table('untangle_rules')->upsert(
            [
                [
                    'store_id' => $store->id,
                    'name' => $sort->value,
                    'choice' => $choice,
                    'user_id' => $userId,
                    'set_at' => now(),
                ],
            ],
            ['store_id', 'name'],
            ['choice', 'user_id', 'set_at'],
        );
    }
}

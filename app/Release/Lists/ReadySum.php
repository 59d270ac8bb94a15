<?php

declare(strict_types=1);

namespace App\Release\Lists;

use App\Changes\DraftState;
use App\Platform\Typed;
use App\Release\Making\Ready;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** How much would go if everything that is ready were sent now. */
final readonly class ReadySum
{
    /**
     * @param  array<int, int>  $texts  ready by TextField
     * @param  array<int, int>  $addresses  ready by AddressField
     * @param  int  $allowed  of both, those that the store lets go: approved, where it asks for that
     */
    private function __construct(
        public array $texts,
        public array $addresses,
        public int $allowed,
        public int $approvedTexts,
    ) {
    }

    public static function of(Store $store): self
    {
        $texts = self::byField($store, 'drafts');
        $addresses = self::byField($store, 'address_changes');
        $count = static fn (string $table): int => Ready::approved(DB::table($table), $store)->count();

        return new self(
            $texts,
            $addresses,
            $store->options()->needsApproval === 0
                ? array_sum($texts) + array_sum($addresses)
                : $count('drafts') + $count('address_changes'),
            DB::table('drafts')
                ->where('store_id', $store->id)
                ->where('state', DraftState::Ready->value)
                ->whereNotNull('approved_at')
                ->count(),
        );
    }

    public function count(): int
    {
        return array_sum($this->texts) + array_sum($this->addresses);
    }

    /** @return array<int, int> */
    private static function byField(Store $store, string $table): array
    {
        return Typed::ints(
            DB::table($table)
                ->where('store_id', $store->id)
                ->where('state', DraftState::Ready->value)
                ->groupBy('field')
                ->orderBy('field')
                ->selectRaw('field, COUNT(*) AS n')
                ->pluck('n', 'field')
                ->all(),
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Stores\Shop;

use App\Connectors\Shop\MappedShop;
use App\Connectors\Shop\ShopResource;
use App\Connectors\Shop\ShopUnavailable;
use App\Connectors\Shop\WriteResult;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/**
 * Tries a mapping on one thing of the shop: reads it, writes one text with a dot at its end, reads again, puts the
 * text back, reads once more.
 * What is being changed is written down before, so that a trial which is cut off can be put right.
 */
final readonly class Trial
{
    public function __construct(private Store $store, private MappedShop $shop)
    {
    }

    /**
     * @param  string  $id  as the mapping names it
     * @return list<array{words: string, isGood: bool, milliseconds: int}>
     */
    public function run(string $id, string $field): array
    {
        $steps = [];
        $took = static function (float $since): int {
            return (int) round((microtime(true) - $since) * 1000);
        };
        try {
            $begun = microtime(true);
            $before = $this->shop->read($id);
            $was = $before->fields[$field] ?? '';
            $steps[] = [
                'words' => "Read: $field is ".($was === '' ? 'empty' : "“{$was}”"),
                'isGood' => true,
                'milliseconds' => $took($begun),
            ];
            $tried = $was === '' ? 'A trial.' : "$was.";
            $this->note($id, $field, $was);
            $begun = microtime(true);
            $written = $this->write($before, $field, $tried);
            $steps[] = [
                'words' => $written ?? 'Sent with a dot at its end',
                'isGood' => $written === null,
                'milliseconds' => $took($begun),
            ];
            $begun = microtime(true);
            $now = $this->shop->read($id);
            $isThere = ($now->fields[$field] ?? '') === $tried;
            $steps[] = [
                'words' => $isThere ? 'Read again: as sent' : 'Read again: “'.($now->fields[$field] ?? '').'”',
                'isGood' => $isThere,
                'milliseconds' => $took($begun),
            ];
            if (($now->fields[$field] ?? '') !== $was) {
                $begun = microtime(true);
                $back = $this->write($now, $field, $was);
                $isBack = $back === null && ($this->shop->read($id)->fields[$field] ?? '') === $was;
                $steps[] = [
                    'words' => $isBack
                        ? 'Put back, as before to the letter'
                        : 'NOT put back: '.($back ?? 'the shop holds another text now'),
                    'isGood' => $isBack,
                    'milliseconds' => $took($begun),
                ];
                $isBack && $this->forget();
            } else {
                $this->forget();
            }
        } catch (ShopUnavailable $unavailable) {
            $steps[] = ['words' => $unavailable->getMessage(), 'isGood' => false, 'milliseconds' => 0];
        }

        return $steps;
    }

    /**
     * @return ?array{id: string, field: string, was: string, at: string} what a trial that was cut off may have left
     */
    public static function leftOver(Store $store): ?array
    {
        $kept = DB::table('connections')->where('store_id', $store->id)->where('sort', 'shop')->value('trial');
        $left = is_string($kept) ? json_decode($kept, true) : null;

        return is_array($left) &&
            is_string($left['id'] ?? null) &&
            is_string($left['field'] ?? null) &&
            is_string($left['was'] ?? null)
            ? [
                'id' => $left['id'],
                'field' => $left['field'],
                'was' => $left['was'],
                'at' => Typed::text($left['at'] ?? ''),
            ]
            : null;
    }

    /** Puts back what a trial left. @return ?string why not; null where it is as it was */
    public function putRight(): ?string
    {
        $left = self::leftOver($this->store);
        if ($left === null) {
            return null;
        }
        try {
            $now = $this->shop->read($left['id']);
            $is = $now->fields[$left['field']] ?? '';
            // Only what the trial itself wrote is taken back.
            if ($is === ($left['was'] === '' ? 'A trial.' : $left['was'].'.')) {
                $problem = $this->write($now, $left['field'], $left['was']);
                if ($problem !== null) {
                    return $problem;
                }
            }
        } catch (ShopUnavailable $unavailable) {
            return $unavailable->getMessage();
        }
        $this->forget();

        return null;
    }

    private function write(ShopResource $read, string $field, string $text): ?string
    {
        $outcome = $this->shop->write($read, [$field => $text]);

        return $outcome->result === WriteResult::Applied
            ? null
            : ($outcome->reason === ''
                ? 'The shop did not take it.'
                : $outcome->reason);
    }

    private function note(string $id, string $field, string $was): void
    {
        DB::table('connections')
            ->where('store_id', $this->store->id)
            ->where('sort', 'shop')
            ->update([
                'trial' => json_encode(
                    ['id' => $id, 'field' => $field, 'was' => $was, 'at' => now()->toIso8601String()],
                    JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE,
                ),
            ]);
    }

    private function forget(): void
    {
        DB::table('connections')
            ->where('store_id', $this->store->id)
            ->where('sort', 'shop')
            ->update(['trial' => null]);
    }
}

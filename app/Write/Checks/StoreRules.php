<?php

declare(strict_types=1);

namespace App\Write\Checks;

use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\HouseRules;
use Orchard\Core\Wording\TextField;

/** Which checks a store makes, by market, kind of page and field. */
final class StoreRules
{
    /** @var array<string, HouseRules> */
    private array $made = [];

    /** @param  array<string, Row>  $rows  by market, kind and field */
    private function __construct(private readonly array $rows)
    {
    }

    public static function of(Store $store): self
    {
        $rows = [];
        foreach (Rows::of(DB::table('write_check_rules')->where('store_id', $store->id)->get()) as $row) {
            $rows["$row->market_id $row->kind $row->field"] = $row;
        }

        return new self($rows);
    }

    /** What holds for such a text: the market's own rules, else those for all markets, else what is usual. */
    public function for(int $market, int $kind, TextField $field): HouseRules
    {
        $key = "$market $kind $field->value";
        if (! isset($this->made[$key])) {
            $row = $this->rows[$key] ?? ($this->rows["0 $kind $field->value"] ?? null);
            $this->made[$key] =
                $row === null
                    ? HouseRules::usual()
                    : HouseRules::of($row->text('forbidden'), $row->text('required'), $row->int('checks_off'));
        }

        return $this->made[$key];
    }

    /**
     * @return array{off: int, forbidden: string, required: string, isOwn: bool} as people edit them; isOwn: whether the
     *     market has rules of its own
     */
    public function edited(int $market, PageKind $kind, TextField $field): array
    {
        $own = $this->rows["$market {$kind->value} {$field->value}"] ?? null;
        $row = $own ?? ($this->rows["0 {$kind->value} {$field->value}"] ?? null);

        return [
            'off' => $row === null ? Check::offAtFirst() : $row->int('checks_off'),
            'forbidden' => (string) ($row->forbidden ?? ''),
            'required' => (string) ($row->required ?? ''),
            'isOwn' => $own !== null,
        ];
    }

    /** @param  int  $market  0 for all markets without rules of their own */
    public static function keep(Store $store, int $market, PageKind $kind, FieldRules $rules): void
    {
        DB::table('write_check_rules')->updateOrInsert(
            [
                'store_id' => $store->id,
                'market_id' => $market,
                'kind' => $kind->value,
                'field' => $rules->field->value,
            ],
            ['checks_off' => $rules->off, 'forbidden' => $rules->forbidden, 'required' => $rules->required],
        );
    }

    /** Lets a market follow the rules for all markets again. */
    public static function forget(Store $store, int $market, PageKind $kind): void
    {
        DB::table('write_check_rules')
            ->where('store_id', $store->id)
            ->where('market_id', $market)
            ->where('kind', $kind->value)
            ->delete();
    }
}

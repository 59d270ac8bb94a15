<?php

declare(strict_types=1);

namespace App\Stores;

use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** What the theme adds to stored titles, by market and kind: as the owner set it, else as learned from the pages. */
final readonly class TitleSuffixes
{
    /**
     * @param  array<string, string>  $learned  by "market kind"
     * @param  array<int, string>  $set  by market
     */
    private function __construct(private array $learned, private array $set)
    {
    }

    public static function of(Store $store): self
    {
        $set = [];
        $ids = [];
        foreach (Markets::of($store)->all() as $market) {
            $ids[] = $market->id;
            if ($market->title_suffix !== null) {
                $set[$market->id] = $market->title_suffix;
            }
        }
        $learned = [];
        foreach (Rows::of(DB::table('title_suffixes')->whereIn('market_id', $ids)->get()) as $row) {
            $learned[$row->market_id.' '.$row->kind] = $row->text('suffix');
        }

        return new self($learned, $set);
    }

    /**
     * @param  list<array{int, int, string}>  $found  market, kind and what is added there; takes the place of all that
     *     was learned before
     */
    public static function learned(Store $store, array $found): void
    {
        DB::delete('DELETE s FROM title_suffixes s JOIN markets m ON m.id = s.market_id WHERE m.store_id = ?', [
            $store->id,
        ]);
        Bulk::write('title_suffixes', ['market_id', 'kind', 'suffix'], $found, 'REPLACE');
    }

    public function suffix(int $market, int $kind): string
    {
        return $this->set[$market] ?? ($this->learned["$market $kind"] ?? '');
    }

    /** Whether it is known what is added: set by the owner, or learned from pages of this market and kind. */
    public function isKnown(int $market, int $kind): bool
    {
        return isset($this->set[$market]) || isset($this->learned["$market $kind"]);
    }

    /** What was learned of a market, for people. */
    public function inWords(int $market): string
    {
        $learned = array_unique(
            array_values(
                array_filter(
                    $this->learned,
                    static fn (string $of): bool => str_starts_with($of, "$market "),
                    ARRAY_FILTER_USE_KEY,
                ),
            ),
        );

        return $learned === []
            ? '(not known yet: no page of this market has been read beside its stored text)'
            : '(learned from the pages: '.
                    implode(
                        ', ',
                        array_map(
                            static fn (string $one): string => trim($one) === ''
                                ? 'nothing is added'
                                : '“'.trim($one).'”',
                            $learned,
                        ),
                    ).
                    ')';
    }
}

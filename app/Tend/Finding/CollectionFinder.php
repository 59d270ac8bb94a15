<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Inventory\Index\RepeatedLines;
use App\Inventory\KeptDetails;
use App\Inventory\Terms\PageTerms;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Tend\Found\FindingType;
use App\Tend\Found\Found;
use Closure;
use Orchard\Core\StructuredData\LifeState;
use Orchard\Core\Terms\PageWordIndex;
use Orchard\Core\Text\Words;

/**
 * Collections against the store's own standard, which is off until the store asks for it: a heading, an intro with the
 * lead term early, enough products that can be bought, in the sizes that people search for, a text worth reading,
 * links from other pages, and a place near home.
 */
final readonly class CollectionFinder implements StoreFinder
{
    private const PORTION = 300;

    /** Words at the beginning of the text in which the lead term should stand. */
    private const EARLY = 60;

    /** Pages that should link to a collection in their texts. */
    private const LINKS = 3;

    public function __construct(private Store $store, private AskedSizes $sizes)
    {
    }

    public static function types(): array
    {
        return [FindingType::CollectionLacks];
    }

    public function find(Closure $beat): iterable
    {
        $standard = $this->store->options()->collections;
        if ($standard['on'] !== 1) {
            return;
        }
        $frame = new RepeatedLines($this->store->id);
        for ($after = 0; ; $after = $rows[count($rows) - 1]->int('page_id')) {
            $rows = Rows::all(
                'SELECT t.page_id, t.market_id, t.depth, t.aim, t.links_in, t.in_navigation + t.in_header +
                    t.in_footer AS
                    around, i.h1s, d.text, (SELECT COUNT(*) FROM collection_pages c JOIN page_index p
                    ON p.page_id = c.page_id WHERE c.store_id = t.store_id AND c.collection_id = t.page_id
                    AND p.life IN (?, ?, ?)) AS products FROM tend_pages t JOIN page_index i ON i.page_id = t.page_id
                    LEFT JOIN page_details d ON d.page_id = t.page_id WHERE t.store_id = ? AND t.kind = ?
                    AND t.indexable = 1 AND t.is_part = 0 AND t.page_id > ? ORDER BY t.page_id LIMIT '.self::PORTION,
                [
                    LifeState::Selling->value,
                    LifeState::BackOn->value,
                    LifeState::Unknown->value,
                    $this->store->id,
                    PageKind::Collection->value,
                    $after,
                ],
            );
            if ($rows === []) {
                return;
            }
            $leads = PageTerms::leads(Bulk::ids($rows, 'page_id'));
            $sizes = $this->sizes->lacking(Bulk::ids($rows, 'page_id'));
            foreach ($rows as $row) {
                $text = $frame->ownText(KeptDetails::textOf($row->text));
                $words = Words::count($text);
                $lacks = array_keys(
                    array_filter([
                        'h1' => $row->int('h1s') === 0,
                        'term' => ! isset($leads[$row->int('page_id')]),
                        'intro' => isset($leads[$row->int('page_id')]) &&
                            ! $this->standsEarly($text, $leads[$row->int('page_id')], $row->int('market_id')),
                        'products' => $row->int('products') < $standard['products'],
                        'sizes' => isset($sizes[$row->int('page_id')]),
                        'text' => $words < $standard['words'],
                        'links' => $row->int('links_in') < self::LINKS,
                        'depth' => $row->int('depth') > $row->int('aim'),
                        'menu' => $row->int('around') === 0 && $row->int('depth') > 1,
                    ]),
                );
                if ($lacks !== []) {
                    yield new Found(
                        FindingType::CollectionLacks,
                        $row->int('page_id'),
                        ['lacks' => $lacks[0]],
                        [
                            'lacks' => $lacks,
                            'products' => $row->int('products'),
                            'words' => $words,
                            'sizes' => $sizes[$row->int('page_id')] ?? [],
                        ],
                        count($lacks),
                    );
                }
            }
            $beat();
        }
    }

    private function standsEarly(string $text, string $term, int $market): bool
    {
        $language = Markets::of($this->store)->find($market)->language;
        $begin = implode(' ', array_slice(preg_split('/\s+/u', $text, -1, PREG_SPLIT_NO_EMPTY) ?: [], 0, self::EARLY));

        return array_diff(PageWordIndex::forms($term, $language), PageWordIndex::forms($begin, $language)) === [];
    }
}

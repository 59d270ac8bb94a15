<?php

declare(strict_types=1);

namespace App\Gather\Sync;

use App\Catalogue\PageTexts;
use App\Catalogue\ShownPage;
use App\Catalogue\Texts;
use App\Inventory\KeptDetails;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use App\Stores\TitleSuffixes;
use Orchard\Core\Wording\TextField;
use Orchard\Core\Wording\TitleSuffix;

/**
 * Learns from the pages what the theme makes of stored texts: the shown text of each resource, and the suffix of
 * titles by market and kind.
 */
final readonly class ShownTexts
{
    private const CHUNK = 2000;

    public function __construct(private Store $store)
    {
    }

    public function work(WorkRun $run): void
    {
        $after = 0;
        while (true) {
            $rows = Rows::all(
                'SELECT r.id, r.url, r.market_id, f.status, f.title, f.description, f.h1s, d.details, d.text,
                    t.stored AS intro
                    FROM resources r
                    JOIN page_facts f
                    ON f.page_id = r.page_id AND f.to_crawl = 0 LEFT JOIN page_details d ON d.page_id = r.page_id
                    LEFT JOIN resource_texts t ON t.resource_id = r.id AND t.field = ?
                    WHERE r.store_id = ? AND r.gone = 0 AND r.id > ?
                    ORDER BY r.id LIMIT '.self::CHUNK,
                [TextField::Intro->value, $this->store->id, $after],
            );
            if ($rows === []) {
                break;
            }
            $texts = [];
            foreach ($rows as $row) {
                $after = $row->int('id');
                if ($row->int('status') !== 200) {
                    continue;
                }
                $details = KeptDetails::unpack($row->details);
                $shown = PageTexts::of(
                    new ShownPage(
                        $row->text('url'),
                        $row->title,
                        $row->description,
                        $row->h1s,
                        $details,
                        KeptDetails::textOf($row->text),
                        $row->text('intro'),
                    ),
                );
                foreach ($shown as $field => $text) {
                    $texts[] = [$row->int('id'), $field, $this->store->id, $row->int('market_id'), $text];
                }
            }
            $run->fenced(static fn () => Texts::showMany($texts));
            $run->beat();
        }
        $this->learnSuffixes($run);
    }

    private function learnSuffixes(WorkRun $run): void
    {
        $groups = Rows::all('SELECT DISTINCT market_id, kind FROM resources WHERE store_id = ? AND gone = 0', [
            $this->store->id,
        ]);
        $found = [];
        foreach ($groups as $group) {
            $pairs = Rows::all(
                "SELECT t.stored, t.shown FROM resources r JOIN resource_texts t ON t.resource_id = r.id
                    AND t.field = 1 WHERE r.store_id = ? AND r.market_id = ? AND r.kind = ? AND r.gone = 0
                    AND t.stored <> '' AND t.shown IS NOT NULL LIMIT 5000",
                [$this->store->id, $group->market_id, $group->kind],
            );
            // Without a page nothing is known of what the theme adds; that is not the same as nothing added.
            $pairs === [] ||
                ($found[] = [
                    $group->int('market_id'),
                    $group->int('kind'),
                    TitleSuffix::learn(
                        array_map(static fn (Row $pair): array => [$pair->text('stored'), $pair->text('shown')], $pairs),
                    ),
                ]);
        }
        $run->fenced(fn () => TitleSuffixes::learned($this->store, $found));
    }
}

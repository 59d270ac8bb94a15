<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Platform\Typed;
use App\Stores\Models\Store;
use App\Tend\Found\FindingState;
use App\Tend\Found\FindingType;
use Generator;

/** Every link that is to be mended, where it stands, and where it should lead: a list for whoever edits the shop. */
final class Repairs
{
    public const COLUMNS = ['page', 'place', 'nth', 'anchor', 'pages', 'leads_to', 'status', 'should_lead_to'];

    private const PORTION = 200;

    /** @return Generator<list<string|int>> */
    public static function rows(Store $store): Generator
    {
        foreach ([FindingType::LinkToMissing, FindingType::LinkToRedirect] as $type) {
            $after = null;
            do {
                ['rows' => $rows, 'next' => $after] = FindingList::page(
                    $store,
                    AskedFindings::ofTypes([$type], FindingState::Open),
                    $after,
                    self::PORTION,
                );
                foreach ($rows as $finding) {
                    foreach (PageReach::spots($store, $finding->pageId) as [$page, $place, $nth, $anchor, , $pages]) {
                        yield [
                            $page,
                            $place,
                            $nth,
                            $anchor,
                            $pages,
                            $finding->url,
                            Typed::int($finding->detail['status'] ?? 0),
                            $type === FindingType::LinkToRedirect ? $finding->targetUrl : '',
                        ];
                    }
                }
            } while ($after !== null);
        }
    }
}

<?php

declare(strict_types=1);

namespace App\Match\Terms;

use App\Inventory\Terms\PageTerms;
use App\Inventory\Terms\TermOrigin;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;

/** Pages as lists of terms show them: what they are called, what kind they are of, and which lead term they have. */
final class Pages
{
    /**
     * @param  list<int>  $ids
     * @return array<int, array{id: int, name: string, kind: PageKind, url: string, lead: string, locked: bool}> by page
     */
    public static function of(Store $store, array $ids): array
    {
        if ($ids === []) {
            return [];
        }
        $claims = PageTerms::claims($ids);
        $pages = [];
        foreach (
            Rows::all(
                "SELECT p.id, p.url, i.kind, COALESCE(NULLIF(r.name, ''), JSON_VALUE(f.h1s, '$[0]'), f.title) AS name
                    FROM pages p
                    LEFT JOIN page_index i ON i.page_id = p.id LEFT JOIN resources r ON r.id = p.resource_id
                    LEFT JOIN page_facts f ON f.page_id = p.id AND f.to_crawl = 0 WHERE p.store_id = ? AND p.id IN (".
                    Bulk::list($ids).
                    ')',
                [$store->id],
            ) as $row
        ) {
            $page = $row->int('id');
            $name = trim($row->text('name'));
            $pages[$page] = [
                'id' => $page,
                'name' => $name === '' ? (string) parse_url($row->text('url'), PHP_URL_PATH) : $name,
                'kind' => PageKind::tryFrom($row->int('kind')) ?? PageKind::Other,
                'url' => $row->text('url'),
                'lead' => $claims[$page][0] ?? '',
                'locked' => ($claims[$page][1] ?? TermOrigin::Proposed) !== TermOrigin::Proposed,
            ];
        }

        return $pages;
    }
}

<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Inventory\WhyNot;
use App\Platform\Database\Bulk;
use App\Platform\Work\WorkRun;
use Illuminate\Support\Facades\DB;
use Orchard\Core\LinkGraph\HreflangAudit;
use Orchard\Core\LinkGraph\HreflangPage;

/** What is wrong with the versions that pages name for other languages and markets, over the whole set. */
final class VersionFaults
{
    private const MOST = 100_000;

    /**
     * @param  array<int, list<array{code: string, url: string}>>  $versions  by page
     * @param  array<int, true>  $folded  pages that fold into another
     */
    public static function rebuild(WorkRun $run, Inventory $inventory, array $versions, array $folded): void
    {
        $pages = [];
        $add = static function (SeenPage $page) use (&$pages, $versions, $folded, $inventory): void {
            $declared = $inventory->declared($page);
            $pages[$page->url] ??= new HreflangPage(
                $page->url,
                $versions[$page->id] ?? [],
                $page->status,
                in_array($page->whyNot, [WhyNot::Noindex, WhyNot::NoindexForOne, WhyNot::Barred], true),
                isset($folded[$page->id]) || ($declared !== null && $declared !== $page->url),
            );
        };
        foreach ($versions as $id => $named) {
            isset($inventory->pages[$id]) && $add($inventory->pages[$id]);
            foreach ($named as $one) {
                $other = $inventory->find($one['url']);
                $other === null || $add($inventory->pages[$other]);
            }
        }
        $rows = [];
        foreach (HreflangAudit::faults($pages) as $fault) {
            $id = $inventory->find($fault['page']);
            if ($id !== null && count($rows) < self::MOST) {
                $rows[] = [
                    $inventory->store->id,
                    count($rows) + 1,
                    $id,
                    mb_substr($fault['other'], 0, 2048),
                    mb_substr($fault['code'], 0, 35),
                    $fault['fault']->value,
                    $inventory->pages[$id]->clicks,
                ];
            }
        }
        $run->fenced(static function () use ($rows, $inventory): void {
            DB::delete('DELETE FROM untangle_versions WHERE store_id = ?', [$inventory->store->id]);
            Bulk::write(
                'untangle_versions',
                ['store_id', 'place', 'page_id', 'other_url', 'code', 'fault', 'clicks'],
                $rows,
            );
        });
    }
}

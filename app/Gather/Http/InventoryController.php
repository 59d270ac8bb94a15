<?php

declare(strict_types=1);

namespace App\Gather\Http;

use App\Gather\Crawl\Crawls;
use App\Gather\Inventory\PageExport;
use App\Gather\Inventory\PageFilter;
use App\Gather\Inventory\PageList;
use App\Store\Facts\NumberWindow;
use App\Store\Files\TableWriter;
use App\Store\Models\Store;
use Illuminate\Http\Request;
use Illuminate\View\View;
use Symfony\Component\HttpFoundation\StreamedResponse;

final class InventoryController
{
    public function index(Request $request, Store $store, PageList $list): View
    {
        $filter = PageFilter::from($request);

        return view('gather.inventory', ['store' => $store, 'filter' => $filter, 'crawl' => Crawls::latest($store->id), 'window' => NumberWindow::of($store)] + $list->page($store, $filter));
    }

    public function counts(Request $request, Store $store, PageList $list): View
    {
        return view('gather.counts', ['store' => $store, 'filter' => PageFilter::from($request), 'counts' => $list->counts($store)]);
    }

    public function export(Store $store, PageExport $export, string $format): StreamedResponse
    {
        abort_unless(isset(TableWriter::FORMATS[$format]), 404);

        return response()->streamDownload(static function () use ($store, $export, $format): void {
            TableWriter::write($format, PageExport::COLUMNS, $export->rows($store), fopen('php://output', 'wb') ?: throw new \RuntimeException('No output.'));
        }, "{$store->slug}-pages.$format", ['Content-Type' => TableWriter::FORMATS[$format]]);
    }
}

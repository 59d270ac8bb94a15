<?php

declare(strict_types=1);

namespace App\Weigh\Screens;

use App\Platform\Database\Records;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Weigh\Lists\CurvePage;
use App\Weigh\Lists\CurvePicture;
use App\Weigh\Numbers\Lens;
use App\Weigh\Scoring\Model;
use Illuminate\Http\Request;

/** The curve of clicks by position, with the pages of a store or the queries of a page as marks on it. */
final class CurveScreen
{
    /** @return array<string, mixed> for the view weigh.curve */
    public static function of(Request $request, Store $store, Lens $lens): array
    {
        $market = $lens->market ?? Markets::of($store)->first()->id;
        $curve = Model::of($market)?->curve;
        $page =
            is_string($request->query('page')) &&
            ctype_digit($request->query('page')) &&
            strlen($request->query('page')) < 18
                ? Records::first(CurvePage::class, 'SELECT id, url FROM pages WHERE store_id = ? AND id = ?', [
                    $store->id,
                    (int) $request->query('page'),
                ])
                : null;
        $range = CurvePicture::range($request);
        $marks =
            $curve === null
                ? []
                : ($page === null
                    ? CurvePicture::pages($store, $lens, $curve)
                    : CurvePicture::queries($store, $page->id, $curve));
        $isPart = $request->hasAny(['from', 'to', 'low', 'high', 'hanging']);
        $picked = $isPart
            ? array_values(
                array_filter(
                    $marks,
                    static fn (array $mark): bool => $mark['position'] >= $range['from'] &&
                        $mark['position'] <= $range['to'] &&
                        $mark['rate'] >= $range['low'] &&
                        $mark['rate'] <= $range['high'] &&
                        ($request->query('hanging') !== '1' || $mark['hangs']),
                ),
            )
            : [];
        usort(
            $picked,
            static fn (array $a, array $b): int => [$b['upside'], $b['impressions']] <=> [
                $a['upside'],
                $a['impressions'],
            ],
        );

        return [
            'curve' => $curve,
            'page' => $page,
            'marks' => $marks,
            'range' => $range,
            'isPart' => $isPart,
            'hanging' => $request->query('hanging') === '1',
            'picked' => $picked,
            'density' => $page === null && count($marks) >= 2000 ? CurvePicture::density($store, $lens) : [],
        ];
    }
}

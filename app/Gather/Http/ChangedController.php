<?php

declare(strict_types=1);

namespace App\Gather\Http;

use App\Changes\Drifts;
use App\Gather\Changed\ComparableCrawl;
use App\Gather\Changed\Comparisons;
use App\Stores\Models\Store;
use Illuminate\Http\Request;
use Illuminate\View\View;
use InvalidArgumentException;

/** What changed between two crawls, by cause. */
final class ChangedController
{
    public function __invoke(Request $request, Store $store, Comparisons $comparisons): View
    {
        $crawls = Comparisons::crawls($store);
        $number = static fn (string $key): ?int => is_string($request->query($key)) && ctype_digit($request->query($key))
            ? (int) $request->query($key)
            : null;
        // An incomplete crawl says nothing of the pages that it did not reach: two complete ones are compared, where
        // there are two.
        $whole = array_values(
            array_filter($crawls, static fn (ComparableCrawl $crawl): bool => $crawl->state === 'complete'),
        );
        $usual = count($whole) >= 2 ? $whole : $crawls;
        $after = $number('after') ?? ($usual[0]->id ?? 0);
        $earlier = static fn (array $some): ?ComparableCrawl => array_values(
            array_filter($some, static fn (ComparableCrawl $crawl): bool => $crawl->id < $after),
        )[0] ?? null;
        $before = $number('before') ?? (($earlier($usual) ?? $earlier($crawls))->id ?? 0);
        $comparison = null;
        $problem = null;
        if (count($crawls) >= 2) {
            try {
                $comparison = $comparisons->of($store, $before, $after);
            } catch (InvalidArgumentException $wrong) {
                $problem = $wrong->getMessage();
            }
        }
        $hex =
            is_string($request->query('cause')) && preg_match('/^[0-9a-f]{32}$/', $request->query('cause')) === 1
                ? $request->query('cause')
                : null;
        $cause =
            $comparison === null || $hex === null ? null : Comparisons::cause($comparison->id, (string) hex2bin($hex));
        $from = is_string($request->query('from')) ? $request->query('from') : null;

        return view(
            $request->hasHeader('HX-Request') ? 'gather.changed-list' : 'gather.changed',
            [
                'store' => $store,
                'drifts' => Drifts::list($store, 200),
                'drifted' => Drifts::count($store),
                'driftCauses' => Drifts::causes($store),
                'crawls' => $crawls,
                'before' => $before,
                'after' => $after,
                'comparison' => $comparison,
                'problem' => $problem,
                'causes' => $comparison?->state === 'done' && $cause === null ? Comparisons::causes($comparison->id) : [],
                'cause' => $cause,
                'hex' => $hex,
            ] +
                ($cause === null || $comparison === null
                    ? ['rows' => [], 'next' => null]
                    : Comparisons::changes($comparison->id, $cause->cause, $from)),
        );
    }
}

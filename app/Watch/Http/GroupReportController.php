<?php

declare(strict_types=1);

namespace App\Watch\Http;

use App\Access\Models\User;
use App\Platform\Tables\TableRows;
use App\Platform\Web\TableDownload;
use App\Stores\Models\Store;
use App\Watch\Reports\GroupReport;
use DateTimeImmutable;
use Illuminate\Http\Request;
use Illuminate\View\View;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** The report of several stores, each of which whoever reads it may see. */
final class GroupReportController
{
    /** Days of a report without dates: a quarter in whole weeks. */
    private const DAYS = 91;

    public function show(Request $request): View
    {
        $mine = self::mine($request);

        return view('watch.group', ['mine' => $mine, 'report' => self::report($request, $mine)]);
    }

    public function export(Request $request, string $format): StreamedResponse
    {
        $report = self::report($request, self::mine($request));

        return TableDownload::of(
            "stores-{$report->to}",
            $format,
            static fn (): TableRows => new TableRows(GroupReport::COLUMNS, $report->export()),
        );
    }

    /** @param  list<Store>  $mine */
    private static function report(Request $request, array $mine): GroupReport
    {
        $given = $request->validate([
            'stores' => ['array', 'max:'.GroupReport::MOST],
            'stores.*' => ['string', 'max:80'],
            'from' => ['nullable', 'date_format:Y-m-d'],
            'to' => ['nullable', 'date_format:Y-m-d'],
        ]);
        $to = $given['to'] ?? now()->format('Y-m-d');
        $asked = $given['stores'] ?? [];

        return GroupReport::of(
            array_values(
                array_filter(
                    $mine,
                    static fn (Store $store): bool => $asked === [] || in_array($store->slug, $asked, true),
                ),
            ),
            $given['from'] ?? (new DateTimeImmutable($to))->modify('-'.self::DAYS.' days')->format('Y-m-d'),
            $to,
        );
    }

    /** @return list<Store> */
    private static function mine(Request $request): array
    {
        /** @var User $user */
        $user = $request->user();

        return array_values($user->stores()->whereNull('leaving_at')->orderBy('name')->get()->all());
    }
}

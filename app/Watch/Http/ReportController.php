<?php

declare(strict_types=1);

namespace App\Watch\Http;

use App\Access\Mail\Postbox;
use App\Platform\Web\Caller;
use App\Stores\Models\Store;
use App\Watch\Reports\Finance;
use App\Watch\Reports\Readers;
use App\Watch\Reports\Report;
use App\Watch\Reports\ReportLinks;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\View\View;
use InvalidArgumentException;

/** The report: on the screen, as a file, and for somebody without an account. */
final class ReportController
{
    public function show(Request $request, Store $store): View
    {
        [$report, $problem] = $this->asked($request, $store);

        return view('watch.report', [
            'store' => $store,
            'report' => $report,
            'problem' => $problem,
            'links' => ReportLinks::count($store),
            'readers' => Readers::all($store),
            'sends' => Postbox::isThere(),
        ]);
    }

    public function file(Request $request, Store $store): Response
    {
        [$report] = $this->asked($request, $store);

        return response($report->html(), 200, [
            'Content-Type' => 'text/html; charset=UTF-8',
            'Content-Disposition' => "attachment; filename=\"{$store->slug}-report-{$report->to}.html\"",
        ]);
    }

    public function link(Request $request, Store $store): RedirectResponse
    {
        [$report] = $this->asked($request, $store);
        try {
            $token = ReportLinks::make($report, Caller::id($request));
        } catch (InvalidArgumentException $problem) {
            return back()->withErrors(['link' => $problem->getMessage()]);
        }

        return redirect()
            ->route('watch.report', [$store, 'from' => $report->from, 'to' => $report->to])
            ->with('link', route('watch.report.guest', $token));
    }

    public function addReader(Request $request, Store $store): RedirectResponse
    {
        $given = $request->validate(['email' => ['required', 'email:rfc', 'max:190']]);
        try {
            Readers::add($store, (string) $given['email'], Caller::id($request));
        } catch (InvalidArgumentException $problem) {
            return back()->withErrors(['email' => $problem->getMessage()]);
        }

        return back()->with('done', 'The report of each month is sent there, some days after it is over.');
    }

    public function dropReader(Store $store, int $reader): RedirectResponse
    {
        Readers::drop($store, $reader);

        return back()->with('done', 'No report is sent there any more.');
    }

    /** What the accounts have for the days of a report; nothing takes it away. */
    public function finance(Request $request, Store $store): RedirectResponse
    {
        $given = $request->validate([
            'from' => ['required', 'date_format:Y-m-d'],
            'to' => ['required', 'date_format:Y-m-d', 'after_or_equal:from'],
            'amount' => ['nullable', 'numeric', 'between:-999999999,999999999'],
        ]);
        try {
            [$from, $to] = Report::days($store, $given['from'], $given['to']);
        } catch (InvalidArgumentException $problem) {
            return back()->withErrors(['amount' => $problem->getMessage()]);
        }
        Finance::say(
            $store,
            $from,
            $to,
            isset($given['amount']) ? (float) $given['amount'] : null,
            Caller::id($request),
        );

        return redirect()->route('watch.report', [$store, 'from' => $from, 'to' => $to]);
    }

    public function endLinks(Store $store): RedirectResponse
    {
        ReportLinks::end($store);

        return back()->with('done', 'No link leads to a report any more.');
    }

    public function guest(string $token): View
    {
        $report = ReportLinks::open($token) ?? abort(404);

        return view('watch.report-guest', ['store' => $report->store, 'report' => $report]);
    }

    /** @return array{Report, ?string} the report that was asked for, else the usual one and why not */
    private function asked(Request $request, Store $store): array
    {
        $day = static fn (string $name): ?string => is_string($request->input($name)) && $request->input($name) !== ''
            ? mb_substr($request->input($name), 0, 10)
            : null;
        try {
            return [Report::of($store, $day('from'), $day('to')), null];
        } catch (InvalidArgumentException $problem) {
            return [Report::of($store), $problem->getMessage()];
        }
    }
}

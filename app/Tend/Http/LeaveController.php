<?php

declare(strict_types=1);

namespace App\Tend\Http;

use App\Inventory\Selections;
use App\Platform\Web\Caller;
use App\Stores\Models\Store;
use App\Tend\Found\FindingType;
use App\Tend\Found\LeaveReason;
use App\Tend\Found\Leaves;
use App\Tend\Found\OrphanEnds;
use App\Tend\Lists\FindingList;
use App\Tend\Releasing\Parts;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use InvalidArgumentException;

/** What people say of findings: that they stay as they are, because; or that they are worked on. */
final class LeaveController
{
    private const REASON = [
        'reason' => ['required', 'string', 'max:300'],
        'review_on' => ['nullable', 'date_format:Y-m-d', 'after:today'],
    ];

    private const WORDS = [
        'reason.required' => 'Say why it is left as it is.',
        'review_on.after' => 'The day on which it is looked at again lies ahead.',
    ];

    public function cause(Request $request, Store $store, int $cause): RedirectResponse
    {
        $given = $request->validate(self::REASON, self::WORDS);
        Leaves::cause(
            $store,
            $cause,
            new LeaveReason($given['reason'], $given['review_on'] ?? null, self::user($request)),
        );

        return back()->with('done', 'Left as it is; what later crawls find of this cause, too.');
    }

    /** Ticked findings are left, their pages go to the writing desk, or what mends them is made ready for release. */
    public function findings(Request $request, Store $store, Parts $parts): RedirectResponse
    {
        $do = $request->validate(['do' => ['required', 'in:leave,desk,carry,markup']])['do'];
        $given = $request->validate(
            [
                'findings' => ['required', 'array', 'max:1000'],
                'findings.*' => ['integer', 'min:1'],
            ] + ($do === 'leave' ? self::REASON : []),
            ['findings.required' => 'No page is ticked.'] + self::WORDS,
        );
        $ids = array_values(array_map(intval(...), $given['findings']));
        if ($do === 'leave') {
            $left = Leaves::findings(
                $store,
                $ids,
                new LeaveReason($given['reason'], $given['review_on'] ?? null, self::user($request)),
            );

            return back()->with(
                'done',
                number_format($left).($left === 1 ? ' page is' : ' pages are').' left as they are.',
            );
        }
        if ($do === 'carry') {
            $made = OrphanEnds::carry($store, $ids, self::user($request));

            return back()->with(
                'done',
                $made === 0
                    ? 'Of the ticked none is to be redirected or removed.'
                    : number_format($made).($made === 1 ? ' change is' : ' changes are').' ready for release.',
            );
        }
        $found = FindingList::pagesOf($store, $ids);
        $pages = array_column($found, 'page');
        if ($do === 'markup') {
            return back()->with('done', Parts::inWords($parts->markup($store, $pages, self::user($request))));
        }
        $texts = array_unique(
            array_map(static fn (array $one): ?string => FindingType::tryFrom($one['type'])?->texts(), $found),
        );
        try {
            $id = Selections::keep($store, '', self::user($request), [array_values(array_unique($pages))]);
        } catch (InvalidArgumentException) {
            return back()->withErrors(['findings' => 'No page is ticked.']);
        }

        return redirect()->route(
            'write',
            [$store, 'selection' => $id] + (count($texts) === 1 ? array_filter(['show' => reset($texts)]) : []),
        );
    }

    public function reopen(Request $request, Store $store): RedirectResponse
    {
        $given = $request->validate([
            'cause' => ['required_without:finding', 'nullable', 'integer', 'min:1'],
            'finding' => ['required_without:cause', 'nullable', 'integer', 'min:1'],
        ]);
        Leaves::reopen(
            $store,
            isset($given['cause']) ? (int) $given['cause'] : null,
            isset($given['finding']) ? (int) $given['finding'] : null,
        );

        return back()->with('done', 'Open again.');
    }

    private static function user(Request $request): int
    {
        return Caller::id($request);
    }
}

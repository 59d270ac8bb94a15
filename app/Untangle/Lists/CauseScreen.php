<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Platform\Typed;
use App\Stores\Models\Store;
use App\Untangle\Deciding\Plan;
use App\Untangle\Deciding\Reckoning;
use App\Untangle\Deciding\Rules;
use Illuminate\Database\Query\Builder;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/** One cause: its addresses, the others like it, and what would be changed for it. */
final class CauseScreen
{
    private const PAGE = 50;

    /** @return ?array<string, mixed> for the view untangle.cause; null where there is no such cause */
    public static function of(Request $request, Store $store, int $cause): ?array
    {
        CauseProgress::learn($store);
        $row = Causes::find($store, $cause);
        if ($row === null) {
            return null;
        }
        $sort = $row->sort;
        $which =
            $request->query('show') === 'exceptions'
                ? 'exceptions'
                : ($request->query('show') === 'all'
                    ? 'all'
                    : 'to-do');
        $pages = DeclaredPage::all(
            $store,
            static fn (Builder $pages) => $pages
                ->where('u.cause_id', $cause)
                ->when($which === 'exceptions', static fn ($query) => $query->where('u.is_safe', 0))
                ->when($which === 'to-do', static fn ($query) => $query->where('u.action', '<>', 'leave'))
                ->tap(static fn ($query) => Place::goOn($query, $request, 'u.clicks', 'u.page_id'))
                ->limit(self::PAGE + 1),
        );
        $shown = array_slice($pages, 0, self::PAGE);
        $asked = $request->query('choice');
        $choice = is_string($asked) && isset($sort->choices()[$asked]) ? $asked : null;
        $tangle = Typed::int(
            DB::table('untangle_pages')
                ->where('store_id', $store->id)
                ->where('page_id', $row->examplePage)
                ->value('tangle_id'),
        );

        return [
            'store' => $store,
            'cause' => $row,
            'sort' => $sort,
            'which' => $which,
            'pages' => $shown,
            'next' => $pages === $shown ? null : $shown[self::PAGE - 1],
            'rule' => Rules::of($store)->choice($sort),
            'family' => count(Causes::familyOf($store, $row)),
            'targets' => Plan::targets($store, array_column($shown, 'pageId')),
            'choice' => $choice,
            'preview' => $choice === null ? null : Reckoning::preview($store, $cause, $sort, $choice),
            'picture' => $tangle === 0 ? null : TanglePicture::of($store, $tangle, 6),
        ];
    }

    /**
     * The same fault in several folders: decided, and made ready, at once.
     *
     * @return ?array<string, mixed> for the view untangle.family; null where there is no such cause
     */
    public static function family(Request $request, Store $store, int $cause): ?array
    {
        CauseProgress::learn($store);
        $row = Causes::find($store, $cause);
        if ($row === null) {
            return null;
        }
        $sort = $row->sort;
        $causes = collect(Causes::familyOf($store, $row));
        $asked = $request->query('choice');
        $choice = is_string($asked) && isset($sort->choices()[$asked]) ? $asked : null;
        $preview = $choice === null ? null : [];
        if ($choice !== null) {
            foreach ($causes as $one) {
                foreach (Reckoning::preview($store, $one->id, $sort, $choice) as $means => [$urls, $clicks]) {
                    $preview[$means] = [($preview[$means][0] ?? 0) + $urls, ($preview[$means][1] ?? 0) + $clicks];
                }
            }
        }

        return [
            'store' => $store,
            'sort' => $sort,
            'causes' => $causes,
            'rule' => Rules::of($store)->choice($sort),
            'choice' => $choice,
            'preview' => $preview,
        ];
    }

    /**
     * What would be changed for a cause, proved.
     *
     * @return ?array<string, mixed> for the view untangle.plan; null where there is no such cause
     */
    public static function plan(Store $store, int $cause): ?array
    {
        $row = Causes::find($store, $cause);
        if ($row === null) {
            return null;
        }

        return [
            'store' => $store,
            'cause' => $row,
            'plan' => Plan::of($store, CausePages::toDo($store, $cause)),
        ];
    }
}

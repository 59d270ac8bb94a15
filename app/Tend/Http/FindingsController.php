<?php

declare(strict_types=1);

namespace App\Tend\Http;

use App\Connectors\Http\BrowserProcess;
use App\Platform\Web\TableDownload;
use App\Stores\Models\Store;
use App\Tend\Found\FindingGroup;
use App\Tend\Found\FindingState;
use App\Tend\Found\FindingType;
use App\Tend\Lists\FindingList;
use App\Tend\Lists\MadeAlts;
use App\Tend\Lists\TendTables;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\View\View;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** What was found, by cause, and page by page. */
final class FindingsController
{
    /** Alt texts that are shown before all of a cause are put into a release. */
    private const EXAMPLES = 6;

    public function group(Request $request, Store $store, string $group): View
    {
        $group = FindingGroup::from($group);
        $isOrphans = $group === FindingGroup::Orphans;
        $type = FindingType::fromKey(is_string($request->query('type')) ? $request->query('type') : '');
        $types = $type !== null && in_array($type, $group->types(), true) ? [$type] : $group->types();
        $show = self::state($request);
        $isList = $isOrphans || $show !== FindingState::Open || $type !== null;

        return view(
            'tend.group',
            [
                'store' => $store,
                'group' => $group,
                'type' => $type,
                'show' => $show,
                'state' => DB::table('tend_states')->where('store_id', $store->id)->first(),
                'causes' => FindingList::causes($store, $group->types()),
                'counts' => $this->counts($store, $group),
                'isList' => $isList,
                'hasBrowser' => BrowserProcess::isThere(),
            ] +
                ($isList
                    ? FindingList::page($store, null, $types, $show, self::after($request))
                    : ['rows' => [], 'next' => null]),
        );
    }

    public function cause(Request $request, Store $store, int $cause): View
    {
        $row = FindingList::findCause($store, $cause) ?? abort(404);
        $show = self::state($request);

        return view(
            'tend.cause',
            [
                'store' => $store,
                'cause' => $row,
                'group' => $row->kind->group(),
                'show' => $show,
                'alts' => $row->kind->group() === FindingGroup::Images && $row->kind->isMendedByParts()
                        ? MadeAlts::examples($store, $cause, self::EXAMPLES)
                        : [],
            ] + FindingList::page($store, $cause, [], $show, self::after($request)),
        );
    }

    public function export(Store $store, string $what, string $format): StreamedResponse
    {
        $columns = TendTables::columns($what);
        abort_if($columns === null, 404);

        return TableDownload::of(
            "{$store->slug}-$what",
            $format,
            $columns,
            static fn () => TendTables::rows($what, $store),
        );
    }

    /** @return array{open: int, left: int, mended: int} */
    private function counts(Store $store, FindingGroup $group): array
    {
        $sums = DB::table('tend_causes')
            ->where('store_id', $store->id)
            ->whereIn('type', array_map(static fn (FindingType $type): int => $type->value, $group->types()))
            ->selectRaw(
                'COALESCE(SUM(pages), 0) AS open, COALESCE(SUM(left_pages), 0) AS lies, COALESCE(SUM(mended), 0) AS
                    mended',
            )
            ->first();

        return [
            'open' => (int) ($sums->open ?? 0),
            'left' => (int) ($sums->lies ?? 0),
            'mended' => (int) ($sums->mended ?? 0),
        ];
    }

    private static function state(Request $request): FindingState
    {
        return match ($request->query('show')) {
            'left' => FindingState::Left,
            'mended' => FindingState::Mended,
            default => FindingState::Open,
        };
    }

    private static function after(Request $request): ?string
    {
        return is_string($request->query('after')) ? mb_substr($request->query('after'), 0, 80) : null;
    }
}

<?php

declare(strict_types=1);

namespace App\Tend\Http;

use App\Connectors\Http\BrowserProcess;
use App\Platform\Tables\TableRows;
use App\Platform\Web\TableDownload;
use App\Stores\Models\Store;
use App\Tend\Found\FindingGroup;
use App\Tend\Found\FindingState;
use App\Tend\Found\FindingType;
use App\Tend\Lists\AskedFindings;
use App\Tend\Lists\FindingList;
use App\Tend\Lists\MadeAlts;
use App\Tend\Lists\TendState;
use App\Tend\Lists\TendTables;
use Illuminate\Http\Request;
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
                'state' => TendState::of($store),
                'causes' => FindingList::causes($store, $group->types()),
                'counts' => FindingList::counts($store, $group),
                'isList' => $isList,
                'hasBrowser' => BrowserProcess::isThere(),
            ] +
                ($isList
                    ? FindingList::page($store, AskedFindings::ofTypes($types, $show), self::after($request))
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
            ] + FindingList::page($store, AskedFindings::ofCause($cause, $show), self::after($request)),
        );
    }

    public function export(Store $store, string $what, string $format): StreamedResponse
    {
        $columns = TendTables::columns($what);
        abort_if($columns === null, 404);

        return TableDownload::of(
            "{$store->slug}-$what",
            $format,
            static fn (): TableRows => new TableRows($columns, TendTables::rows($what, $store)),
        );
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

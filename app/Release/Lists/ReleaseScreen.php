<?php

declare(strict_types=1);

namespace App\Release\Lists;

use App\Access\Role;
use App\Changes\DraftState;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Database\Query\Builder;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/** What is ready to go, the way it takes, and clashes to decide. */
final class ReleaseScreen
{
    private const PAGE = 50;

    /** @return array<string, mixed> for the view release.index */
    public static function of(Request $request, Store $store): array
    {
        $drafts = Records::of(
            ReadyText::class,
            Rows::of(
                self::drafts($store, DraftState::Ready)
                    ->leftJoin('users', 'users.id', '=', 'drafts.user_id')
                    ->where('drafts.id', '>', (int) $request->query('after', '0'))
                    ->orderBy('drafts.id')
                    ->limit(self::PAGE + 1)
                    ->leftJoin('users as a', 'a.id', '=', 'drafts.approved_by')
                    ->get([
                        'drafts.*',
                        'resources.name',
                        'resources.page_id',
                        'resource_texts.shown',
                        'resource_texts.draft_shown',
                        'users.name as user_name',
                        'a.name as approver',
                    ]),
            ),
        );

        [$clicks, $after] =
            is_string($request->query('addresses')) &&
            preg_match('/^(\d{1,15})-(\d{1,18})$/', $request->query('addresses'), $place) === 1
                ? [(int) $place[1], (int) $place[2]]
                : [null, 0];
        $addresses = Records::of(
            ReadyAddress::class,
            Rows::of(
                DB::table('address_changes as c')
                    ->join('pages', 'pages.id', '=', 'c.page_id')
                    ->leftJoin('page_index', 'page_index.page_id', '=', 'pages.id')
                    ->leftJoin('users as a', 'a.id', '=', 'c.approved_by')
                    ->where('c.store_id', $store->id)
                    ->where('c.state', DraftState::Ready->value)
                    ->when(
                        $clicks !== null,
                        static fn ($query) => $query->whereRaw(
                            '(COALESCE(clicks, 0) < ? OR (COALESCE(clicks, 0) = ? AND c.id > ?))',
                            [$clicks, $clicks, $after],
                        ),
                    )
                    ->orderByRaw('COALESCE(clicks, 0) DESC')
                    ->orderBy('c.id')
                    ->limit(self::PAGE + 1)
                    ->get(['c.*', 'pages.url', 'clicks', 'a.name as approver']),
            ),
        );

        return [
            'store' => $store,
            'drafts' => array_slice($drafts, 0, self::PAGE),
            'next' => count($drafts) > self::PAGE ? $drafts[self::PAGE - 1]->id : null,
            'sum' => ReadySum::of($store),
            'plans' => PlanRow::all($store),
            'addresses' => array_slice($addresses, 0, self::PAGE),
            'nextAddress' => count($addresses) > self::PAGE ? $addresses[self::PAGE - 1] : null,
            'senders' => self::senders($store),
            'addressClashes' => Records::of(
                ClashingAddress::class,
                Rows::of(
                    DB::table('address_changes')
                        ->join('pages', 'pages.id', '=', 'page_id')
                        ->where('address_changes.store_id', $store->id)
                        ->whereIn('state', [DraftState::Clash->value, DraftState::Refused->value])
                        ->orderBy('address_changes.id')
                        ->limit(100)
                        ->get(['address_changes.*', 'pages.url']),
                ),
            ),
            'clashes' => self::clashes($store),
            'releases' => Records::of(
                Batch::class,
                Rows::of(
                    DB::table('release_batches')
                        ->leftJoin('users', 'users.id', '=', 'user_id')
                        ->where('store_id', $store->id)
                        ->orderByDesc('release_batches.id')
                        ->limit(20)
                        ->get(['release_batches.*', 'users.name as user_name']),
                ),
            ),
        ];
    }

    /** @return list<string> who may send */
    public static function senders(Store $store): array
    {
        return array_values(
            array_filter(
                DB::table('memberships')
                    ->join('users', 'users.id', '=', 'memberships.user_id')
                    ->where('store_id', $store->id)
                    ->whereIn('role', [Role::Approver->value, Role::Owner->value])
                    ->orderBy('name')
                    ->pluck('name')
                    ->all(),
                is_string(...),
            ),
        );
    }

    /** @return list<ClashingText> */
    private static function clashes(Store $store): array
    {
        return Records::of(
            ClashingText::class,
            Rows::of(
                self::drafts($store, DraftState::Clash)
                    ->orderBy('drafts.id')
                    ->limit(100)
                    ->get(['drafts.*', 'resources.name', 'resources.url', 'resource_texts.stored']),
            ),
        );
    }

    /** Drafts of a state, each with its resource and the text that it is to take the place of. */
    private static function drafts(Store $store, DraftState $state): Builder
    {
        return DB::table('drafts')
            ->join('resources', 'resources.id', '=', 'drafts.resource_id')
            ->join(
                'resource_texts',
                static fn ($join) => $join
                    ->on('resource_texts.resource_id', '=', 'drafts.resource_id')
                    ->on('resource_texts.field', '=', 'drafts.field'),
            )
            ->where('drafts.store_id', $store->id)
            ->where('drafts.state', $state->value);
    }
}

<?php

declare(strict_types=1);

namespace App\Gather\Http;

use App\Access\Models\User;
use App\Changes\Drifts;
use App\Gather\Changed\DecideWork;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Orchard\Core\Wording\TextShift;

/** Decides what becomes of texts that were changed without us. */
final class DriftController
{
    /** Texts that are decided on while one waits; more are work of their own. */
    private const AT_ONCE = 1000;

    public function __invoke(Request $request, Store $store, Drifts $drifts, WorkDesk $desk): RedirectResponse
    {
        $given = $request->validate([
            'verb' => ['required', 'in:back,accept'],
            'all' => ['nullable', 'in:1'],
            'cause' => ['nullable', 'string', 'max:'.TextShift::MOST],
            'field' => ['required_with:cause', 'integer', 'between:1,128'],
            'which' => ['array', 'max:1000'],
            'which.*' => ['string', 'regex:/^\d{1,18}\.\d{1,3}$/'],
        ]);
        /** @var User $user */
        $user = $request->user();
        $isBack = $given['verb'] === 'back';
        $cause = is_string($given['cause'] ?? null) ? $given['cause'] : null;
        $field = $cause === null ? null : (int) $given['field'];
        $which =
            $cause !== null || ($given['all'] ?? null) === '1'
                ? Drifts::some($store, $field, $cause, self::AT_ONCE + 1)
                : self::ticked(array_values($given['which'] ?? []));
        if (count($which) > self::AT_ONCE) {
            $desk->begin(
                new NewWork(DecideWork::class, $store->id, 0, $user->id, [
                    'verb' => $given['verb'],
                    'field' => $field,
                    'cause' => $cause,
                ]),
            );
            $done = $isBack
                ? 'Drafts are being made of our texts; mark and release them to put them back.'
                : 'The texts of the shop are being accepted.';
        } else {
            $done = $isBack
                ? number_format($drifts->putBack($store, $which, $user->id)).
                    ' drafts were made of our texts; mark and release them to put them back.'
                : number_format($drifts->accept($store, $which, $user->id)).' texts of the shop are accepted.';
        }

        return redirect()->route('gather.changed', $store)->with('done', $done);
    }

    /**
     * @param  array<mixed>  $keys  resource and field, with a dot between
     * @return list<array{int, int}>
     */
    private static function ticked(array $keys): array
    {
        $which = [];
        foreach ($keys as $key) {
            [$resource, $field] = explode('.', is_string($key) ? $key : '0.0');
            $which[] = [(int) $resource, (int) $field];
        }

        return $which;
    }
}

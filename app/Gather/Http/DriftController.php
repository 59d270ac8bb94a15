<?php

declare(strict_types=1);

namespace App\Gather\Http;

use App\Access\Models\User;
use App\Changes\Drifts;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;

/** Decides what becomes of texts that were changed without us. */
final class DriftController
{
    public function __invoke(Request $request, Store $store, Drifts $drifts): RedirectResponse
    {
        $given = $request->validate([
            'verb' => ['required', 'in:back,accept'],
            'all' => ['nullable', 'in:1'],
            'cause' => ['nullable', 'string', 'max:200'],
            'field' => ['required_with:cause', 'integer', 'between:1,64'],
            'which' => ['array', 'max:1000'],
            'which.*' => ['string', 'regex:/^\d{1,18}\.\d{1,2}$/'],
        ]);
        /** @var list<string> $keys */
        $keys = array_values($given['which'] ?? []);
        $which = match (true) {
            is_string($given['cause'] ?? null) => Drifts::ofCause($store, (int) $given['field'], $given['cause']),
            ($given['all'] ?? null) === '1' => null,
            default => array_map(static function (string $key): array {
                [$resource, $field] = explode('.', $key);

                return [(int) $resource, (int) $field];
            }, $keys),
        };
        /** @var User $user */
        $user = $request->user();
        $done =
            $given['verb'] === 'back'
                ? number_format($drifts->putBack($store, $which, $user->id)).
                    ' drafts were made of our texts; mark and release them to put them back.'
                : number_format($drifts->accept($store, $which, $user->id)).' texts of the shop are accepted.';

        return redirect()->route('gather.changed', $store)->with('done', $done);
    }
}

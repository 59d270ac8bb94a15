<?php

declare(strict_types=1);

namespace App\Stores\Hooks;

use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpRequest;
use App\Platform\Database\Rows;
use App\Platform\Work\Events\WorkEnded;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Url\PageUrl;

/**
 * Calls a store's script when long work ends: a POST of JSON, signed. It is tried again, later each time, until it
 * answers
 * with 2xx; the id stays the same, so that who receives it can tell a second try from a second event.
 *
 * The signature is HMAC-SHA-256 (RFC 2104) by the secret over "<id>.<timestamp>.<body>", in base64, told in headers
 * that many
 * libraries check: webhook-id, webhook-timestamp (Unix seconds), webhook-signature ("v1," and the signature).
 */
final readonly class HookCalls
{
    /** Seconds for the whole answer. */
    private const SECONDS = 15.0;

    /** Days for which calls are kept. */
    private const DAYS = 30;

    public function __construct(private WorkDesk $desk)
    {
    }

    /** Long work has ended: whoever wants to know is told. */
    public function tell(WorkEnded $ended): void
    {
        if (
            str_starts_with($ended->sort, 'stores.hook') ||
            ! DB::table('connections')
                ->where('store_id', $ended->storeId)
                ->where('sort', 'hook')
                ->where('url', '<>', '')
                ->exists()
        ) {
            return;
        }
        $store = Store::query()->findOrFail($ended->storeId);
        $this->put($store, "{$ended->sort}.{$ended->state}", [
            'work' => $ended->workId,
            'type' => $ended->sort,
            'state' => $ended->state,
            'subject' => $ended->subjectId,
            'problem' => $ended->problem,
        ]);
    }

    /** Calls once, at once; null where no address is set. */
    public function trial(Store $store): ?HookCall
    {
        $row = Rows::maybe(DB::table('connections')->where('store_id', $store->id)->where('sort', 'hook')->first());
        if ($row === null || $row->text('url') === '') {
            return null;
        }
        $call = $this->keep($store, 'trial', ['words' => 'Somebody tries whether this address takes calls.']);
        $this->try($store, $call, isLast: true);

        return self::find($store->id, $call->id);
    }

    /** @return list<HookCall> newest first */
    public static function latest(Store $store): array
    {
        return array_values(
            Rows::of(DB::table('hook_calls')->where('store_id', $store->id)->orderByDesc('id')->limit(20)->get())
                ->map(HookCall::from(...))
                ->all(),
        );
    }

    public static function find(int $store, int $id): ?HookCall
    {
        $row = Rows::maybe(DB::table('hook_calls')->where('store_id', $store)->where('id', $id)->first());

        return $row === null ? null : HookCall::from($row);
    }

    /** Begins a call that was given up anew. */
    public function again(Store $store, HookCall $call, ?int $userId): void
    {
        DB::table('hook_calls')
            ->where('id', $call->id)
            ->update(['state' => 'waiting', 'tries' => 0]);
        $this->desk->begin(new NewWork(HookWork::class, $store->id, $call->id, $userId));
    }

    /** @return bool whether it was taken */
    public function try(Store $store, HookCall $call, bool $isLast): bool
    {
        $row = Rows::maybe(DB::table('connections')->where('store_id', $store->id)->where('sort', 'hook')->first());
        $url = PageUrl::parse((string) ($row->url ?? ''));
        $secret = $row === null ? '' : Crypt::decryptString($row->text('secret'));
        if ($url === null || $secret === '') {
            $this->note(
                $call,
                null,
                $url === null ? 'No address is set any more.' : 'No secret is set, so calls cannot be signed.',
                true,
            );

            return false;
        }
        $at = (string) time();
        $id = "call_{$call->id}";
        $mark = hash_hmac('sha256', "$id.$at.{$call->body}", $secret, true);
        $answer = GuardedHttp::allowing($store->options()->privateHosts)->fetch(
            new HttpRequest(
                $url,
                'POST',
                [
                    'Content-Type' => 'application/json',
                    'webhook-id' => $id,
                    'webhook-timestamp' => $at,
                    'webhook-signature' => 'v1,'.base64_encode($mark),
                ],
                $call->body,
                self::SECONDS,
                20_000,
            ),
        );
        $isTaken = $answer->status >= 200 && $answer->status < 300;
        $this->note(
            $call,
            $answer->status ?: null,
            $isTaken ? null : $answer->problem ?? "It answered {$answer->status}.",
            $isLast,
        );

        return $isTaken;
    }

    public static function forgetOld(): void
    {
        DB::table('hook_calls')->where('created_at', '<', now('UTC')->subDays(self::DAYS))->delete();
    }

    /** @param  array<string, string|int|null>  $data */
    private function put(Store $store, string $event, array $data): void
    {
        $this->desk->begin(new NewWork(HookWork::class, $store->id, $this->keep($store, $event, $data)->id));
    }

    /** @param  array<string, string|int|null>  $data */
    private function keep(Store $store, string $event, array $data): HookCall
    {
        $id = DB::table('hook_calls')->insertGetId([
            'store_id' => $store->id,
            'event' => $event,
            'body' => json_encode(
                [
                    'event' => $event,
                    'store' => $store->slug,
                    'at' => now('UTC')->format('Y-m-d\TH:i:s\Z'),
                    'data' => $data,
                ],
                JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
            ),
            'state' => 'waiting',
            'created_at' => now('UTC'),
        ]);

        return self::find($store->id, $id) ?? throw new \LogicException('A call that was just kept is not there.');
    }

    private function note(HookCall $call, ?int $status, ?string $problem, bool $isLast): void
    {
        DB::table('hook_calls')
            ->where('id', $call->id)
            ->update([
                'tries' => DB::raw('tries + 1'),
                'status' => $status,
                'problem' => $problem === null ? null : mb_substr($problem, 0, 400),
                'state' => $problem === null ? 'done' : ($isLast ? 'failed' : 'waiting'),
                'tried_at' => now('UTC'),
            ]);
    }
}

<?php

declare(strict_types=1);

namespace App\Stores\Http;

use App\Connectors\Feed\FeedNotNow;
use App\Connectors\Http\AddressRefused;
use App\Platform\Web\Forms;
use App\Stores\Adding\NotAShop;
use App\Stores\Adding\ShopProbe;
use App\Stores\Connections;
use App\Stores\Hooks\HookCalls;
use App\Stores\Models\Store;
use DateTimeImmutable;
use RuntimeException;

/** Asks what settings lead to, once, and says what came back. */
final readonly class SettingsTrial
{
    public function __construct(private Connections $connections, private HookCalls $calls)
    {
    }

    /** @return array{words: string, isFine: bool} */
    public function of(Store $store, SettingsGroup $group): array
    {
        return match ($group) {
            SettingsGroup::Store, SettingsGroup::Crawl => $this->shop($store),
            SettingsGroup::Numbers => $this->feed($store),
            SettingsGroup::Scripts => $this->script($store),
            default => ['words' => 'The settings are saved.', 'isFine' => true],
        };
    }

    /** @return array{words: string, isFine: bool} */
    private function shop(Store $store): array
    {
        try {
            $sight = ShopProbe::lookAs($store);
        } catch (NotAShop $not) {
            return ['words' => $not->getMessage(), 'isFine' => false];
        }
        if ($sight->obstacle !== null) {
            return ['words' => $sight->obstacle, 'isFine' => false];
        }

        return [
            'words' => implode(' ', [
                'The shop answers and lets a crawl in.',
                $sight->pages === null ? '' : 'Its sitemap names about '.Forms::number($sight->pages).' pages.',
                ...$sight->remarks,
            ]),
            'isFine' => true,
        ];
    }

    /** @return array{words: string, isFine: bool} */
    private function feed(Store $store): array
    {
        try {
            $feed = $this->connections->feed($store);
            $part = $feed?->mapping->parts[0] ?? null;
            if ($feed === null || $part === null) {
                return ['words' => 'No feed is set, so nothing is asked.', 'isFine' => true];
            }
            $today = new DateTimeImmutable($store->today());
            $answer = $feed->rows($part, $today->modify('-9 days')->format('Y-m-d'), $today->format('Y-m-d'), null);
            $rows = count($answer['rows']);

            return [
                'words' => "The feed answers: {$part->sort} rows of the last days, ".
                    Forms::number($rows).
                    ($answer['next'] === null ? ' in all' : ' in the first portion').
                    ($answer['last_day'] === null ? '' : ', to '.Forms::day($answer['last_day'])).
                    '. “Fetch now” under Gather, Data, Feed brings them.',
                'isFine' => true,
            ];
        } catch (RuntimeException|FeedNotNow|AddressRefused $not) {
            return ['words' => 'The feed: '.$not->getMessage(), 'isFine' => false];
        }
    }

    /** @return array{words: string, isFine: bool} */
    private function script(Store $store): array
    {
        $call = $this->calls->trial($store);

        return $call === null
            ? ['words' => 'No address is set, so nothing is called.', 'isFine' => true]
            : [
                'words' => $call->isDone()
                    ? "It was called and answered {$call->status}."
                    : "It was called, and did not take it: {$call->problem}",
                'isFine' => $call->isDone(),
            ];
    }
}

<?php

declare(strict_types=1);

namespace App\Release\Campaigns;

use App\Changes\Draft;
use App\Changes\DraftState;
use App\Changes\Origin;
use App\Changes\Spells\Spell;
use App\Changes\Spells\SpellCause;
use App\Changes\Spells\Spells;
use App\Facts\Calendar\Calendar;
use App\Facts\Calendar\NewEvent;
use App\Platform\Database\Records;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Release\Items\ItemState;
use App\Release\Releases;
use App\Release\UndoWish;
use App\Stores\Models\Store;
use App\Stores\StoreTime;
use DateTimeImmutable;
use DateTimeZone;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Wording\TextField;

/**
 * Texts with a start and an end, in the store's time: they go live as a release of their own, and come back as its
 * undo. What the shop changed meanwhile is a clash of the undo, and stays as the shop has it.
 */
final class Campaigns
{
    /** Days that a campaign may last. */
    public const MOST_DAYS = 120;

    public function __construct(private readonly Releases $releases)
    {
    }

    /** @throws InvalidArgumentException with a sentence for people */
    public function plan(Store $store, NewCampaign $new, ?int $userId): int
    {
        [$starts, $ends] = [StoreTime::utc($store, $new->from), StoreTime::utc($store, $new->to)];
        if ($ends <= $starts || $ends->getTimestamp() - $starts->getTimestamp() > self::MOST_DAYS * 86400) {
            throw new InvalidArgumentException(
                'The end comes after the start, and within '.self::MOST_DAYS.' days of it.',
            );
        }
        if ($ends->getTimestamp() <= time()) {
            throw new InvalidArgumentException('This time is over already.');
        }

        return DB::table('release_campaigns')->insertGetId([
            'store_id' => $store->id,
            'name' => mb_substr(trim($new->name), 0, 80),
            'starts_at' => $starts->format('Y-m-d H:i:s'),
            'ends_at' => $ends->format('Y-m-d H:i:s'),
            'state' => CampaignState::Planned->value,
            'user_id' => $userId,
            'made_at' => now(),
        ]);
    }

    /**
     * Approves a campaign: it starts and ends by itself from here on, and its days stand in the calendar.
     *
     * @throws InvalidArgumentException where it has no texts, others have them, or nothing is released on its first day
     */
    public function approve(Store $store, int $id, int $userId): void
    {
        DB::transaction(function () use ($store, $id, $userId): void {
            $row = $this->locked($store, $id, CampaignState::Planned);
            $texts = self::texts($id);
            if ($texts === []) {
                throw new InvalidArgumentException('It has no texts yet.');
            }
            [$starts, $ends] = [self::time($row->startsAt), self::time($row->endsAt)];
            if ($ends->getTimestamp() <= time()) {
                throw new InvalidArgumentException('Its time is over.');
            }
            $taken = count(Spells::taken(new Spell(SpellCause::Campaign, $id, $starts, $ends), $texts));
            if ($taken > 0) {
                throw new InvalidArgumentException(
                    number_format($taken).
                        ($taken === 1 ? ' of its texts is' : ' of its texts are').
                        ' in another campaign at that time. Take them out, or choose another time.',
                );
            }
            $zone = new DateTimeZone($store->timezone);
            [$first, $last] = [
                $starts->setTimezone($zone)->format('Y-m-d'),
                $ends->setTimezone($zone)->format('Y-m-d'),
            ];
            foreach ([$first, $last] as $day) {
                $freeze = Calendar::freezeOn($store, $day);
                if ($freeze !== null) {
                    throw new InvalidArgumentException("Nothing is released on $day: “{$freeze}”.");
                }
            }
            Spells::put($store, new Spell(SpellCause::Campaign, $id, $starts, $ends), $texts);
            DB::table('release_campaigns')
                ->where('id', $id)
                ->update([
                    'state' => CampaignState::Approved->value,
                    'approved_by' => $userId,
                    'approved_at' => now(),
                    'event_id' => Calendar::add($store, new NewEvent("Campaign: $row->name", $first, $last), $userId),
                ]);
        }, 3);
    }

    /**
     * Ends a campaign now, or drops one that has not begun.
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public function stop(Store $store, int $id): void
    {
        DB::transaction(function () use ($store, $id): void {
            $row = Records::one(
                Campaign::class,
                Rows::maybe(
                    DB::table('release_campaigns')
                        ->where('store_id', $store->id)
                        ->where('id', $id)
                        ->lockForUpdate()
                        ->first(),
                ),
            );
            $state = $row->state ?? throw new InvalidArgumentException('There is no such campaign.');
            if ($state === CampaignState::Running) {
                $this->set($id, ['state' => CampaignState::Ending->value, 'ends_at' => now()]);
            } elseif ($state === CampaignState::Planned || $state === CampaignState::Approved) {
                Spells::end($store, SpellCause::Campaign, $id);
                $row->eventId === null || Calendar::drop($store, $row->eventId);
                $this->set($id, ['state' => CampaignState::Missed->value, 'note' => 'Called off.', 'event_id' => null]);
            }
        });
    }

    /** Starts and ends what is due, in all stores; called every minute, and safe to be called twice at once. */
    public function tick(): void
    {
        foreach (
            Rows::of(
                DB::table('release_campaigns')
                    ->whereIn('state', [
                        CampaignState::Approved->value,
                        CampaignState::Running->value,
                        CampaignState::Ending->value,
                    ])
                    ->orderBy('id')
                    ->get(['id', 'store_id']),
            ) as $row
        ) {
            $store = Store::query()->find($row->int('store_id'));
            $store !== null && $store->isAtWork() && $this->advance($store, $row->int('id'));
        }
    }

    private function advance(Store $store, int $id): void
    {
        DB::transaction(function () use ($store, $id): void {
            $row = Records::one(
                Campaign::class,
                Rows::maybe(DB::table('release_campaigns')->where('id', $id)->lockForUpdate()->first()),
            );
            if ($row === null) {
                return;
            }
            $isOver = self::time($row->endsAt)->getTimestamp() <= time();
            // Days without releases may have come into the calendar since it was approved.
            $isDue =
                self::time($row->startsAt)->getTimestamp() <= time() &&
                Calendar::freezeOn($store, $store->today()) === null;
            match (true) {
                $row->state === CampaignState::Approved && $isOver => $this->miss($store, $row),
                $row->state === CampaignState::Approved && $isDue => $this->start($store, $row),
                $row->state === CampaignState::Ending, $row->state === CampaignState::Running && $isOver => $this->end(
                    $store,
                    $row,
                ),
                default => null,
            };
        }, 3);
    }

    private function start(Store $store, Campaign $row): void
    {
        $drafts = [];
        foreach (
            Rows::all(
                'SELECT c.resource_id, c.field, c.value, t.stored FROM release_campaign_texts c
                    JOIN resources r ON r.id = c.resource_id AND r.gone = 0 AND r.store_id = ?
                    JOIN resource_texts t ON t.resource_id = c.resource_id AND t.field = c.field
                    WHERE c.campaign_id = ? AND BINARY t.stored <> BINARY c.value ORDER BY c.resource_id, c.field',
                [$store->id, $row->id],
            ) as $text
        ) {
            $drafts[] = new Draft(
                0,
                $store->id,
                $text->int('resource_id'),
                TextField::from($text->int('field')),
                $text->text('value'),
                $text->text('stored'),
                Origin::Hand,
                DraftState::Sending,
                null,
                0,
                null,
                now()->format('Y-m-d H:i:s'),
                null,
            );
        }
        if ($drafts === []) {
            $this->set($row->id, [
                'state' => CampaignState::Over->value,
                'note' => 'The shop had all of its texts already; nothing was changed.',
            ]);
            Spells::end($store, SpellCause::Campaign, $row->id);

            return;
        }
        $made = $this->releases->sendTexts(
            $store,
            collect($drafts),
            $row->approvedBy,
            "Campaign “{$row->name}”, start",
        );
        $this->set($row->id, ['state' => CampaignState::Running->value, 'start_release' => $made['release']]);
    }

    /** Takes the texts back; those that are on their way yet are waited for first, so that none stays behind. */
    private function end(Store $store, Campaign $row): void
    {
        $release = $row->startRelease ?? 0;
        Spells::prolong($store, SpellCause::Campaign, $row->id);
        $this->releases->withdrawWaiting($store, $release);
        $isUnsure = DB::table('release_items')
            ->where('release_id', $release)
            ->where('state', ItemState::Intended->value)
            ->exists();
        if ($isUnsure) {
            $this->set($row->id, ['state' => CampaignState::Ending->value]);

            return;
        }
        $by = $row->approvedBy;
        try {
            $made = $this->releases->undo($store, new UndoWish($release, name: "Campaign “{$row->name}”, end"), $by);
            $this->set($row->id, ['state' => CampaignState::Over->value, 'end_release' => $made['release']]);
        } catch (InvalidArgumentException) {
            $this->set($row->id, [
                'state' => CampaignState::Over->value,
                'note' => 'Nothing of it was live at its end.',
            ]);
        }
        Spells::end($store, SpellCause::Campaign, $row->id);
    }

    private function miss(Store $store, Campaign $row): void
    {
        Spells::end($store, SpellCause::Campaign, $row->id);
        $this->set($row->id, [
            'state' => CampaignState::Missed->value,
            'note' => 'Nothing was released at that time: the application did not run, or the calendar forbade it.',
        ]);
    }

    /** @return list<array{int, int}> resource and field */
    private static function texts(int $id): array
    {
        return array_values(
            array_map(
                static fn (Row $row): array => [$row->int('resource_id'), $row->int('field')],
                Rows::all('SELECT resource_id, field FROM release_campaign_texts WHERE campaign_id = ?', [$id]),
            ),
        );
    }

    /** @throws InvalidArgumentException where there is none in this state */
    private function locked(Store $store, int $id, CampaignState $state): Campaign
    {
        $row = Rows::maybe(
            DB::table('release_campaigns')
                ->where('store_id', $store->id)
                ->where('id', $id)
                ->where('state', $state->value)
                ->lockForUpdate()
                ->first(),
        );

        return Records::one(Campaign::class, $row) ??
            throw new InvalidArgumentException('Only a campaign that is '.$state->label().' can be.');
    }

    /** @param  array<string, mixed>  $values */
    private function set(int $id, array $values): void
    {
        DB::table('release_campaigns')->where('id', $id)->update($values);
    }

    private static function time(string $utc): DateTimeImmutable
    {
        return new DateTimeImmutable($utc, new DateTimeZone('UTC'));
    }
}

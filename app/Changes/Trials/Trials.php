<?php

declare(strict_types=1);

namespace App\Changes\Trials;

use App\Changes\DraftState;
use App\Changes\Editing\Author;
use App\Changes\Editing\DraftWriter;
use App\Changes\Events\DraftsReady;
use App\Changes\Events\TrialEnded;
use App\Changes\Origin;
use App\Changes\Spells\Spell;
use App\Changes\Spells\SpellCause;
use App\Changes\Spells\Spells;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use DateTimeImmutable;
use DateTimeZone;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Wording\TextField;

/**
 * Wordings that are compared over alike pages. From its beginning on nobody else changes its texts; its time runs from
 * the day on which they were live; afterwards whoever judges releases finds groups, pages and dates here, and in
 * text_spells the campaigns whose days are left out.
 */
final class Trials
{
    /** Weeks in which the texts have to get live. */
    private const WEEKS_TO_GO_LIVE = 4;

    public function __construct(private readonly DraftWriter $writer)
    {
    }

    public static function has(Store $store, int $trial): bool
    {
        return DB::table('text_trials')->where('store_id', $store->id)->where('id', $trial)->exists();
    }

    /** @return int its number */
    public function plan(Store $store, NewTrial $trial, ?int $userId): int
    {
        return DB::transaction(static function () use ($store, $trial, $userId): int {
            $id = DB::table('text_trials')->insertGetId([
                'store_id' => $store->id,
                'name' => mb_substr(trim($trial->name), 0, 80),
                'field' => $trial->field->value,
                'weeks' => $trial->weeks,
                'state' => TrialState::Planned->value,
                'seed' => $trial->seed,
                'imbalance' => json_encode($trial->imbalance, JSON_THROW_ON_ERROR),
                'user_id' => $userId,
                'made_at' => now(),
            ]);
            foreach ($trial->groups as $number => $group) {
                DB::table('text_trial_groups')->insert([
                    'trial_id' => $id,
                    'number' => $number,
                    'name' => mb_substr($group['name'], 0, 120),
                    'recipe_id' => $group['recipe'],
                ]);
            }
            Bulk::write(
                'text_trial_pages',
                ['trial_id', 'resource_id', 'page_id', 'number', 'value', 'clicks', 'clicks_before'],
                array_map(
                    static fn (array $page): array => [
                        $id,
                        $page['resource'],
                        $page['page'],
                        $page['group'],
                        $page['value'],
                        $page['clicks'],
                        $page['before'],
                    ],
                    $trial->pages,
                ),
            );

            return $id;
        });
    }

    /**
     * Begins a trial: its texts are drafts that are approved, to be released; nobody else changes them from here on.
     *
     * @return int how many drafts were made
     *
     * @throws InvalidArgumentException where another trial has some of its texts, or somebody wrote them meanwhile
     */
    public function begin(Store $store, int $id, int $userId): int
    {
        return DB::transaction(function () use ($store, $id, $userId): int {
            $trial = $this->locked($store, $id, TrialState::Planned);
            $field = TextField::from($trial->int('field'));
            $texts = $values = [];
            $recipes = DB::table('text_trial_groups')->where('trial_id', $id)->pluck('recipe_id', 'number');
            foreach (
                Rows::of(DB::table('text_trial_pages')->where('trial_id', $id)->orderBy('resource_id')->get()) as $page
            ) {
                $texts[] = [$page->int('resource_id'), $field->value];
                $page->value === null ||
                    ($values[$page->int('number')][$page->int('resource_id')] = $page->text('value'));
            }
            $now = new DateTimeImmutable('now', new DateTimeZone('UTC'));
            $until = $now->modify('+'.($trial->int('weeks') + self::WEEKS_TO_GO_LIVE).' weeks');
            $taken = count(Spells::taken(new Spell(SpellCause::Trial, $id, $now, $until), $texts));
            if ($taken > 0) {
                throw new InvalidArgumentException(number_format($taken).' of its texts are in another trial.');
            }
            $drafted = DB::table('drafts')
                ->where('field', $field->value)
                ->whereIn('resource_id', array_column($texts, 0))
                ->count();
            if ($drafted > 0) {
                throw new InvalidArgumentException(
                    number_format($drafted).
                        ' of its texts have drafts by now. Release or drop those first, or plan it anew.',
                );
            }
            $made = 0;
            foreach ($values as $number => $some) {
                $recipe = $recipes[$number] ?? null;
                $made += count(
                    $this->writer->saveByRecipe(
                        $store,
                        $field,
                        $some,
                        new Author(
                            Origin::Recipe,
                            $userId,
                            is_numeric($recipe) ? (int) $recipe : null,
                            approvedBy: $userId,
                        ),
                    ),
                );
            }
            $wanted = array_sum(array_map(count(...), $values));
            if ($made < $wanted) {
                throw new InvalidArgumentException(
                    number_format($wanted - $made).
                        ' of its texts were written by hand since it was planned. Plan it anew.',
                );
            }
            Spells::put($store, new Spell(SpellCause::Trial, $id, $now, $until), $texts);
            DB::table('text_trials')
                ->where('id', $id)
                ->update(['state' => TrialState::Going->value, 'begun_at' => now(), 'ends_at' => $until]);
            DraftsReady::dispatch($store->id);

            return $made;
        }, 3);
    }

    /** Its texts may be changed again; what is live stays. */
    public function drop(Store $store, int $id): void
    {
        $isDropped = DB::table('text_trials')
            ->where('store_id', $store->id)
            ->where('id', $id)
            ->whereIn('state', [TrialState::Planned->value, TrialState::Going->value, TrialState::Running->value])
            ->update(['state' => TrialState::Dropped->value]);
        $isDropped > 0 && Spells::end($store, SpellCause::Trial, $id);
    }

    /** Sees which trials are live by now, and which have run their time; called every few minutes. */
    public function tick(): void
    {
        foreach (
            Rows::of(
                DB::table('text_trials')
                    ->whereIn('state', [TrialState::Going->value, TrialState::Running->value])
                    ->orderBy('id')
                    ->get(),
            ) as $trial
        ) {
            $store = Store::query()->find($trial->int('store_id'));
            if ($store !== null && $store->isAtWork()) {
                $trial->int('state') === TrialState::Going->value
                    ? $this->seeLive($store, $trial)
                    : $this->seeOver($store, $trial);
            }
        }
    }

    private function seeLive(Store $store, Row $trial): void
    {
        $open = Rows::figure(
            'SELECT COUNT(*) AS n FROM text_trial_pages p
                JOIN resource_texts t ON t.resource_id = p.resource_id AND t.field = ?
                WHERE p.trial_id = ? AND p.value IS NOT NULL AND BINARY t.stored <> BINARY p.value',
            [$trial->field, $trial->id],
        );
        if ($open === 0) {
            $this->run($store, $trial, null);
        } elseif ($trial->text('ends_at') <= now()->format('Y-m-d H:i:s')) {
            $this->drop($store, $trial->int('id'));
            DB::table('text_trials')
                ->where('id', $trial->id)
                ->update(['note' => number_format($open).' of its texts did not get live in time.']);
        } elseif (! $this->isOnItsWay($trial)) {
            // What was refused or clashed is out of it; the rest is compared.
            $this->run($store, $trial, number_format($open).' of its texts did not get live and count for nothing.');
        }
    }

    private function isOnItsWay(Row $trial): bool
    {
        return DB::table('drafts')
            ->where('field', $trial->field)
            ->whereIn('state', [DraftState::Ready->value, DraftState::Sending->value, DraftState::Open->value])
            ->whereIn(
                'resource_id',
                DB::table('text_trial_pages')->where('trial_id', $trial->id)->select('resource_id'),
            )
            ->exists();
    }

    private function run(Store $store, Row $trial, ?string $note): void
    {
        $now = new DateTimeImmutable('now', new DateTimeZone('UTC'));
        $until = $now->modify("+{$trial->weeks} weeks");
        DB::transaction(static function () use ($store, $trial, $note, $now, $until): void {
            DB::table('text_trials')
                ->where('id', $trial->id)
                ->where('state', TrialState::Going->value)
                ->update([
                    'state' => TrialState::Running->value,
                    'starts_at' => $now,
                    'ends_at' => $until,
                    'note' => $note,
                ]);
            if ($note !== null) {
                DB::delete(
                    'DELETE p FROM text_trial_pages p
                        JOIN resource_texts t ON t.resource_id = p.resource_id AND t.field = ?
                        WHERE p.trial_id = ? AND p.value IS NOT NULL AND BINARY t.stored <> BINARY p.value',
                    [$trial->field, $trial->id],
                );
            }
            $texts = [];
            foreach (DB::table('text_trial_pages')->where('trial_id', $trial->id)->pluck('resource_id') as $resource) {
                $texts[] = [is_numeric($resource) ? (int) $resource : 0, $trial->int('field')];
            }
            Spells::end($store, SpellCause::Trial, $trial->int('id'));
            Spells::put(
                $store,
                new Spell(
                    SpellCause::Trial,
                    $trial->int('id'),
                    new DateTimeImmutable($trial->text('begun_at'), new DateTimeZone('UTC')),
                    $until,
                ),
                $texts,
            );
        });
    }

    private function seeOver(Store $store, Row $trial): void
    {
        if ($trial->text('ends_at') > now()->format('Y-m-d H:i:s')) {
            return;
        }
        $isOver = DB::table('text_trials')
            ->where('id', $trial->id)
            ->where('state', TrialState::Running->value)
            ->update(['state' => TrialState::Over->value]);
        if ($isOver > 0) {
            TrialEnded::dispatch($store->id, $trial->int('id'));
        }
    }

    /** @throws InvalidArgumentException where there is none in this state */
    private function locked(Store $store, int $id, TrialState $state): Row
    {
        return Rows::maybe(
            DB::table('text_trials')
                ->where('store_id', $store->id)
                ->where('id', $id)
                ->where('state', $state->value)
                ->lockForUpdate()
                ->first(),
        ) ?? throw new InvalidArgumentException('Only a trial that is '.$state->label().' can begin.');
    }
}

<?php

declare(strict_types=1);

namespace App\Demo;

use App\Access\Models\User;
use App\Changes\Drafts;
use App\Changes\DraftState;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Changes\Review\Approvals;
use App\Changes\Review\Approver;
use App\Changes\Review\SeenDraft;
use App\Platform\Database\Records;
use App\Platform\Typed;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Platform\Work\WorkView;
use App\Stores\Connections;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

/**
 * Fills the demo after it was brought in, so that every screen shows something: crawled, fed, weighed and untangled,
 * some
 * texts drafted, one release made, and one text that the shop changed meanwhile. It does by commands what its people
 * would do
 * on screens; each phase can be done again.
 */
final readonly class GrowWork implements LongWork
{
    /**
     * Collections whose titles are released, the most seen first; the next one becomes the clash, the others stay
     * drafts.
     */
    private const RELEASED = 6;

    private const DRAFTED = 12;

    /** Days since floor lamps were named anew. */
    private const NAMED_ANEW = 84;

    public function __construct(
        private Drafts $drafts,
        private Approvals $approvals,
        private Connections $connections,
    ) {
    }

    public static function sort(): string
    {
        return 'demo.grow';
    }

    public static function title(): string
    {
        return 'filling the demo';
    }

    public static function queue(): string
    {
        return 'interactive';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $store = Store::query()->findOrFail($run->storeId);
        if ($run->stopAsked()) {
            return SliceEnd::stopped();
        }
        $phase = is_string($run->progress()['phase'] ?? null) ? $run->progress()['phase'] : 'begin';
        $next = match ($phase) {
            'begin' => $this->begin($store),
            'gather' => $this->isDone($store, 'gather.crawl') && $this->isDone($store, 'gather.feed') ? 'weigh' : null,
            'weigh' => $this->isDone($store, 'weigh.score') && $this->isQuiet($store, $run) ? 'match' : null,
            'match' => $this->match($store),
            'matched' => $this->isDone($store, 'match.suggest') ? 'write' : null,
            'write' => $this->write($store),
            'sent' => $this->isDone($store, 'release.send') ? 'clash' : null,
            'clash' => $this->clash($store),
            'met' => $this->isDone($store, 'release.send') ? 'rest' : null,
            'rest' => $this->rest($store),
            default => 'done',
        };
        $run->beat(['phase' => $next ?? $phase], force: true);

        return $next === 'done' ? SliceEnd::done() : SliceEnd::later(1);
    }

    private function begin(Store $store): string
    {
        WorkView::latest($store->id, 'gather.crawl') ?? Artisan::call('gather:crawl', ['--store' => $store->slug]);
        WorkView::latest($store->id, 'gather.feed') ?? Artisan::call('gather:feed', ['--store' => $store->slug]);

        return 'gather';
    }

    /** A list of keywords as a person would bring it, its volumes and difficulties made up; then the matching. */
    private function match(Store $store): string
    {
        $this->markFloorLamps($store);
        if (! DB::table('keyword_rows')->where('store_id', $store->id)->exists()) {
            Artisan::call('gather:import', [
                'kind' => 'keywords',
                'file' => __DIR__.'/keywords.csv',
                '--store' => $store->slug,
                '--wait' => true,
            ]);
        }
        WorkView::latest($store->id, 'match.suggest') ?? Artisan::call('match:suggest', ['--store' => $store->slug]);

        return 'matched';
    }

    /** The stand-in market knows that floor lamps were named anew so long ago (bin/door/services.sh). */
    private function markFloorLamps(Store $store): void
    {
        $lamps = DB::table('pages')
            ->where('store_id', $store->id)
            ->where('url', 'like', "{$store->base_url}/lamp/%floor-lamp%")
            ->where('url', 'not like', '%?%')
            ->pluck('url')
            ->all();
        $file = (string) tempnam(sys_get_temp_dir(), 'lamps');
        try {
            file_put_contents($file, implode("\n", Typed::texts($lamps)));
            // Marked already, it says so, and that is fine.
            Artisan::call('watch:mark', [
                '--store' => $store->slug,
                '--name' => 'Floor lamps named anew, by the agency',
                '--date' => now($store->timezone)->subDays(self::NAMED_ANEW)->format('Y-m-d'),
                '--pages' => $file,
                '--note' => 'Before, they were called by their makers alone.',
            ]);
        } finally {
            unlink($file);
        }
        Artisan::call('watch:judge', ['--store' => $store->slug]);
    }

    private function write(Store $store): string
    {
        $rows = $this->collections($store);
        $drafts = [];
        foreach (array_slice($rows, 0, self::RELEASED) as $nth => $row) {
            $drafts[] = $this->draft($store, $row, TextField::Title, $this->titleOf($row));
            if ($nth < 3) {
                $drafts[] = $this->draft($store, $row, TextField::Description, $this->descriptionOf($row));
            }
        }
        $this->send($store, $drafts, 'Titles of the most seen collections');

        return 'sent';
    }

    /** Somebody in the shop's office changes the very text that is about to be sent. */
    private function clash(Store $store): string
    {
        $row = $this->collections($store)[self::RELEASED] ?? null;
        if ($row === null) {
            return 'rest';
        }
        $draft = $this->draft($store, $row, TextField::Title, $this->titleOf($row));
        $shop = $this->connections->shop($store);
        $shop->write($shop->read($row->externalId), ['title' => "{$row->name}, new this autumn"]);
        $this->send($store, [$draft], 'One more title');

        return 'met';
    }

    private function rest(Store $store): string
    {
        $ready = [];
        foreach (array_slice($this->collections($store), self::RELEASED + 1) as $nth => $row) {
            $draft = $this->draft($store, $row, TextField::Title, $this->titleOf($row));
            $nth < 2 && ($ready[] = $draft);
        }
        $this->drafts->markReady($store, array_filter($ready), true, $this->person('writer'));

        return 'done';
    }

    /** @param  list<?int>  $drafts */
    private function send(Store $store, array $drafts, string $name): void
    {
        $drafts = array_values(array_filter($drafts));
        $this->drafts->markReady($store, $drafts, true, $this->person('writer'));
        $this->approvals->approve(
            $store,
            SeenDraft::now($drafts),
            Approver::person((int) $this->person('approver'), true),
        );
        Artisan::call('release:send', ['--store' => $store->slug, '--name' => $name]);
    }

    /** @return ?int the draft's number; null where there is none, or it is past writing */
    private function draft(Store $store, GrownCollection $row, TextField $field, string $text): ?int
    {
        $known = $this->drafts->find($row->id, $field);
        if ($known === null) {
            $this->drafts->save(
                $store,
                new TextEdit($row->id, $field, $text, 0),
                new Author(Origin::Hand, $this->person('writer')),
            );
            $known = $this->drafts->find($row->id, $field);
        }

        return $known === null || $known->state !== DraftState::Open ? null : $known->id;
    }

    /** @return list<GrownCollection> that the shop lets us edit, the most seen first: the same ones each time */
    private function collections(Store $store): array
    {
        return Records::select(
            GrownCollection::class,
            "SELECT r.id, r.external_id, r.name, JSON_VALUE(r.attributes, '$.products') AS products
                    FROM page_index i
                    JOIN resources r ON r.id = i.resource_id AND r.from_page = 0 WHERE i.store_id = ? AND i.kind = ?
                    ORDER BY i.impressions DESC, r.id LIMIT ?",
            [$store->id, PageKind::Collection->value, self::DRAFTED],
        );
    }

    private function titleOf(GrownCollection $row): string
    {
        return "{$row->name}: {$row->products} models by small makers";
    }

    private function descriptionOf(GrownCollection $row): string
    {
        return "{$row->products} ".
            mb_strtolower($row->name).
            ' by small makers, with their sizes and finishes side by '.
            'side. Choose by room, shade and colour.';
    }

    private function person(string $role): ?int
    {
        $id = User::query()
            ->where('email', "$role@tindrel.example")
            ->value('id');

        return is_numeric($id) ? (int) $id : null;
    }

    private function isDone(Store $store, string $sort): bool
    {
        $work = WorkView::latest($store->id, $sort);

        return $work !== null && ! $work->isActive();
    }

    /** Whether nothing else of the store is under way. */
    private function isQuiet(Store $store, WorkRun $run): bool
    {
        return array_filter(
            WorkView::underWay($store->id),
            static fn (WorkView $work): bool => $work->id !== $run->workId,
        ) === [];
    }
}

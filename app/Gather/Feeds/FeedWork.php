<?php

declare(strict_types=1);

namespace App\Gather\Feeds;

use App\Connectors\Feed\FeedClient;
use App\Connectors\Feed\FeedNotNow;
use App\Connectors\Feed\FeedPart;
use App\Gather\Files\FileAnswers;
use App\Gather\Files\FileLook;
use App\Gather\Files\FileSort;
use App\Gather\Files\Imports;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Connections;
use App\Stores\Models\Store;
use DateTimeImmutable;
use Illuminate\Support\Facades\DB;
use RuntimeException;

/**
 * Pulls what a store's feed tells and is not here yet: part by part, some months at a time. Each portion is written to
 * a file of its own and goes the way of all files, so that a day counts once however often it is pulled; days that were
 * not told whole are pulled again the next time.
 */
final class FeedWork implements LongWork
{
    /** Days of one portion. */
    private const DAYS = 120;

    /** A feed that asks to wait longer than this is asked again the next night. */
    private const LONGEST_WAIT = 7200;

    /** The feed's own day, else the store's. */
    private string $today = '';

    public function __construct(private readonly Imports $imports)
    {
    }

    public static function sort(): string
    {
        return 'gather.feed';
    }

    public static function title(): string
    {
        return 'pulling the feed';
    }

    public static function queue(): string
    {
        return 'bulk';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $store = Store::query()->findOrFail($run->storeId);
        $client = app(Connections::class)->feed($store);
        if ($client === null) {
            return SliceEnd::failed('The store has no feed: set its address and secret.');
        }
        try {
            $this->today = $client->clock() ?? $store->today();
            foreach ($client->mapping->parts as $number => $part) {
                while (($days = $this->portion($store, $part, $number, $run)) !== null) {
                    if ($run->stopAsked()) {
                        return SliceEnd::stopped();
                    }
                    $this->pull(new FeedPortion($store, $part, $number, ...$days), $client, $run);
                    if ($run->timeIsUp()) {
                        return SliceEnd::more();
                    }
                }
            }
        } catch (FeedNotNow $wait) {
            return $wait->seconds > self::LONGEST_WAIT || Typed::int($run->progress()['waits'] ?? 0) > 40
                ? SliceEnd::failed($wait->getMessage())
                : $this->later($run, $wait);
        } catch (RuntimeException $wrong) {
            return SliceEnd::failed($wrong->getMessage());
        }

        return SliceEnd::done();
    }

    private function later(WorkRun $run, FeedNotNow $wait): SliceEnd
    {
        $run->beat(
            ['waits' => Typed::int($run->progress()['waits'] ?? 0) + 1, 'why' => $wait->getMessage()],
            force: true,
        );

        return SliceEnd::later($wait->seconds);
    }

    /** @return ?array{string, string} the days to pull next; null where there is nothing new in this run */
    private function portion(Store $store, FeedPart $part, int $number, WorkRun $run): ?array
    {
        $row = Rows::maybe(
            DB::table('gather_feed_parts')->where('store_id', $store->id)->where('part', $number)->first(),
        );
        if ($row !== null && $row->int('work_id') === $run->workId && $row->is_done) {
            return null;
        }
        $from =
            $row?->whole_to === null
                ? (new DateTimeImmutable($this->today))->modify("-{$part->history} days")
                : (new DateTimeImmutable($row->text('whole_to')))->modify('+1 day');
        if ($row !== null && $row->int('work_id') === $run->workId && $row->pulled_to !== null) {
            $from = max($from, (new DateTimeImmutable($row->text('pulled_to')))->modify('+1 day'));
        }
        $to = min($from->modify('+'.(self::DAYS - 1).' days'), new DateTimeImmutable($this->today));

        return $from > $to ? null : [$from->format('Y-m-d'), $to->format('Y-m-d')];
    }

    private function pull(FeedPortion $portion, FeedClient $client, WorkRun $run): void
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'feed');
        $file = fopen($path, 'wb') ?: throw new RuntimeException('No room for the rows of the feed.');
        try {
            fputcsv($file, array_keys($portion->part->fields), escape: '');
            $cursor = null;
            $rows = 0;
            $lastDay = $wholeTo = null;
            do {
                $page = $client->rows($portion->part, $portion->from, $portion->to, $cursor);
                foreach ($page['rows'] as $row) {
                    fputcsv($file, $row, escape: '');
                }
                $rows += count($page['rows']);
                [$lastDay, $wholeTo] = [$page['last_day'] ?? $lastDay, $page['whole_to'] ?? $wholeTo];
                $run->beat(['part' => $portion->number, 'from' => $portion->from, 'rows' => $rows]);
                if ($page['next'] !== null && $page['next'] === $cursor) {
                    throw new RuntimeException('The feed leads on and on with the same cursor.');
                }
                $cursor = $page['next'];
            } while ($cursor !== null);
            fclose($file);
            $this->take($portion->told($lastDay, $wholeTo), $rows === 0 ? null : $path, $run);
        } finally {
            is_resource($file) && fclose($file);
            @unlink($path);
        }
    }

    /** Brings the portion in and writes down how far the feed is pulled, in one. */
    private function take(FeedPortion $portion, ?string $path, WorkRun $run): void
    {
        $store = $portion->store;
        $to = min($portion->to, $portion->lastDay ?? $portion->to);
        // Nothing more is told in this run: the feed's last day lies before what was asked for, or today was.
        $isDone = $to < $portion->to || $portion->to >= $this->today;
        $import = $path === null ? null : $this->imports->take($store, null, "feed, {$portion->from} to $to", $path);
        try {
            $run->fenced(function () use ($store, $portion, $to, $import, $run, $isDone): void {
                if ($import !== null) {
                    DB::table('gather_imports')
                        ->where('id', $import)
                        ->update(['is_feed' => 1]);
                    $row = Imports::find($store, $import) ?? throw new RuntimeException('The fetch no longer exists.');
                    $this->imports->start(
                        $store,
                        $import,
                        FileLook::into(
                            $store->id,
                            $row->path(),
                            FileSort::from($portion->part->sort),
                            new FileAnswers(['scope' => 'store']),
                        ),
                    );
                }
                $whole = $portion->wholeTo === null ? $to : min($portion->wholeTo, $to);
                $known = DB::table('gather_feed_parts')
                    ->where('store_id', $store->id)
                    ->where('part', $portion->number)
                    ->value('whole_to');
                DB::table('gather_feed_parts')->upsert(
                    [
                        [
                            'store_id' => $store->id,
                            'part' => $portion->number,
                            'work_id' => $run->workId,
                            'pulled_to' => $to,
                            'whole_to' => $known === null ? $whole : max(Typed::text($known), $whole),
                            'is_done' => $isDone,
                            'pulled_at' => now(),
                        ],
                    ],
                    ['store_id', 'part'],
                    ['work_id', 'pulled_to', 'whole_to', 'is_done', 'pulled_at'],
                );
            });
        } catch (\Throwable $lost) {
            $import === null || $this->imports->drop($store, $import);
            throw $lost;
        }
    }
}

<?php

declare(strict_types=1);

namespace App\Release\Sending;

use App\Catalogue\PageTexts;
use App\Catalogue\ShownPage;
use App\Catalogue\Texts;
use App\Changes\AddressField;
use App\Changes\History;
use App\Changes\HistoryEvent;
use App\Changes\NewHistoryEntry;
use App\Changes\ShownPart;
use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpAnswer;
use App\Connectors\Http\HttpRequest;
use App\Connectors\Shop\ShopAdmin;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Release\Items\FieldChange;
use App\Release\Items\ItemState;
use App\Release\Items\ReleaseItem;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Markup\Charset;
use Orchard\Core\Markup\LinkHeader;
use Orchard\Core\Markup\PageFacts;
use Orchard\Core\Markup\PageReader;
use Orchard\Core\Url\PageUrl;
use Orchard\Core\Wording\TextField;

/**
 * The live check: fetches each released page as a searcher would and compares what it shows with what it is to show.
 *
 * A page that does not show it yet is not a failure: caches take their time. It is looked at again, each time later.
 */
final class LookWork implements LongWork
{
    /** Seconds until the next look, after each look that did not see it; about three days in all. */
    private const AGAIN = [20, 60, 300, 1800, 7200, 21600, 86400, 86400];

    public function __construct(private readonly ItemBook $book)
    {
    }

    public static function sort(): string
    {
        return 'release.look';
    }

    public static function title(): string
    {
        return 'looking at the live pages';
    }

    public static function queue(): string
    {
        return 'release';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $store = Store::query()->findOrFail($run->storeId);
        $options = $store->options();
        $http = GuardedHttp::allowing($options->privateHosts);
        $this->book->changed->recall($store, $run->subjectId, $run->number('told'));
        while (! $run->timeIsUp()) {
            if ($run->stopAsked()) {
                return SliceEnd::stopped();
            }
            $items = Rows::of(
                DB::table('release_items')
                    ->leftJoin('resources', 'resources.id', '=', 'release_items.resource_id')
                    ->leftJoin('pages', 'pages.id', '=', 'release_items.page_id')
                    ->where('release_id', $run->subjectId)
                    ->whereIn('seen', ['no', 'not yet'])
                    ->whereRaw(self::isDue())
                    ->orderBy('release_items.id')
                    ->limit(30)
                    ->get(['release_items.*', DB::raw('COALESCE(pages.url, resources.url) AS url')]),
            );
            if ($items->isEmpty()) {
                return $this->sleepOrEnd($run);
            }
            foreach (Records::of(ReleaseItem::class, $items) as $item) {
                $url = PageUrl::parse((string) $item->url);
                $url = self::isOfFile($item)
                    ? $store->baseUrl()->resolve(substr($item->externalId, strlen(ShopAdmin::FILE)))
                    : $url;
                if ($url !== null) {
                    $http->add(
                        new HttpRequest(
                            $url,
                            headers: ['Cache-Control' => 'no-cache'],
                            timeout: min(10, $options->timeout),
                            maxBytes: $options->pageBytes,
                        ),
                        [$item, $url],
                    );
                }
            }
            while ($http->underWay() > 0) {
                foreach ($http->finished(0.5) as [$tag, $answer]) {
                    /** @var array{ReleaseItem, PageUrl} $tag as it was added */
                    [$item, $url] = $tag;
                    $run->fenced(fn () => $this->compare($item, $url, $answer));
                }
                $run->beat();
            }
            $run->beat(
                ['told' => $this->book->changed->tellOf($store->id, $run->subjectId)] + $this->counts($run->subjectId),
                force: true,
            );
        }

        return SliceEnd::more();
    }

    /**
     * What shows of what was changed, for people.
     *
     * @param  list<FieldChange>  $changes
     * @param  array<int, ?string>  $shown
     * @return array<string, ?string>
     */
    private static function told(array $changes, array $shown): array
    {
        $told = [];
        foreach ($changes as $change) {
            $now = $shown[$change->field->value] ?? null;
            $told[$change->field->key()] = $now === null ? null : $change->inWords($now);
        }

        return $told;
    }

    /**
     * The intro that the page is to show; '' where none was changed.
     *
     * @param  list<FieldChange>  $changes
     */
    private static function introOf(array $changes): string
    {
        foreach ($changes as $change) {
            if ($change->field === TextField::Intro) {
                return $change->shownAfter ?? '';
            }
        }

        return '';
    }

    private static function isOfFile(ReleaseItem $item): bool
    {
        return str_starts_with($item->externalId, ShopAdmin::FILE);
    }

    private function compare(ReleaseItem $item, PageUrl $url, HttpAnswer $answer): void
    {
        $shown = null;
        $changes = $item->changes();
        if ($answer->status === 200 && ! self::isOfFile($item)) {
            $facts = PageReader::read(Charset::toUtf8($answer->body, $answer->header('content-type')), $url);
            $shown = PageTexts::of(
                new ShownPage(
                    $url->text(),
                    $facts->title,
                    $facts->description,
                    json_encode($facts->h1s, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE),
                    $facts->details === null ? [] : get_object_vars($facts->details),
                    $facts->details->text->text ?? '',
                    self::introOf($changes),
                ),
            );
        }
        if ($item->pageId !== null && $answer->status > 0) {
            $shown = ($shown ?? PageTexts::of(new ShownPage('', null, null, null, [], ''))) +
                self::settings($url, $answer, $facts ?? null) + [
                    AddressField::RobotsFile->value => self::isOfFile($item) ? $answer->body : '',
                ];
        }
        $isSeen =
            $shown !== null &&
            array_filter(
                $changes,
                static fn (FieldChange $c): bool => ! $c->isShown($shown[$c->field->value] ?? null),
            ) === [];
        $looks = $item->looks + 1;
        $isHanded = $item->state === ItemState::Handed;
        // Whoever it was handed to may take days; a page is not asked more than daily for it.
        $next = $isHanded
            ? (strtotime((string) $item->dueAt) <= time()
                ? null
                : self::AGAIN[$looks - 1] ?? 86400)
            : self::AGAIN[$looks - 1] ?? null;
        DB::table('release_items')
            ->where('id', $item->id)
            ->update([
                'seen' => $isSeen ? 'seen' : ($next === null ? 'not seen' : 'not yet'),
                'looks' => $looks,
                'seen_at' => $isSeen ? now() : null,
                'look_at' => $isSeen || $next === null ? null : now()->addSeconds($next),
                'shown_now' => $shown === null
                        ? json_encode(['problem' => $answer->problem ?? "status {$answer->status}"])
                        : json_encode(
                            self::told($changes, $shown),
                            JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE,
                        ),
            ]);
        if (! $isSeen) {
            return;
        }
        $isHanded && $this->book->arrived($item, $changes);
        $digests = [];
        foreach ($changes as $change) {
            $now = $shown[$change->field->value] ?? null;
            if ($change->field instanceof AddressField) {
                // Of a part, that it stands there: all links of a page are no history.
                $after = $change->field->decidesAddress() ? $now : $change->target;
                History::addAddress((int) $item->pageId, self::seen($item, $change, $after));

                continue;
            }
            $digests = [...$digests, ...Texts::shown($item->resourceId, $change->field, $now)];
            History::add($item->resourceId, self::seen($item, $change, $now));
        }
        $digests === [] || $this->book->changed->add($item->resourceId, $digests);
    }

    private static function seen(ReleaseItem $item, FieldChange $change, ?string $now): NewHistoryEntry
    {
        return new NewHistoryEntry(
            $item->storeId,
            $change->field,
            HistoryEvent::Seen,
            null,
            $now,
            null,
            $item->releaseId,
        );
    }

    /** @return array<int, string> what an address shows of what can be set for it, by AddressField */
    private static function settings(PageUrl $url, HttpAnswer $answer, ?PageFacts $facts): array
    {
        $location = $answer->header('location');
        $to =
            $answer->status >= 300 && $answer->status < 400 && $location !== null
                ? $url->resolve($location)?->text() ?? $location
                : ($answer->status === 410
                    ? 'gone'
                    : '');
        $link = $answer->header('link');
        $canonical = $facts->canonicals[0] ?? ($link === null ? null : LinkHeader::of([$link], $url)->canonical);

        return [
            AddressField::Canonical->value => $canonical ?? '',
            AddressField::Robots->value => trim(
                implode(', ', [...$facts->robots ?? [], ...array_filter([$answer->header('x-robots-tag')])]),
            ),
            AddressField::Redirect->value => $to,
            AddressField::Slug->value => $to,
        ] + ($facts === null ? [] : ShownPart::ofPage($facts));
    }

    /** Its time has come; or it lies further off than the wait that was set, since the clock was put back. */
    private static function isDue(): string
    {
        $waits = implode(', ', [0, ...self::AGAIN]);

        return "(look_at <= UTC_TIMESTAMP() OR look_at > TIMESTAMPADD(SECOND, ELT(looks + 1, $waits) + 2, UTC_TIMESTAMP()))";
    }

    private function sleepOrEnd(WorkRun $run): SliceEnd
    {
        $run->beat($this->counts($run->subjectId), force: true);
        $next = DB::table('release_items')
            ->where('release_id', $run->subjectId)
            ->whereIn('seen', ['no', 'not yet'])
            ->min('look_at');

        return $next === null
            ? SliceEnd::done()
            : SliceEnd::later(max(1, (int) (strtotime(Typed::text($next)) - time())));
    }

    /** @return array<string, int> */
    private function counts(int $release): array
    {
        $counts = DB::table('release_items')
            ->where('release_id', $release)
            ->whereNotNull('seen')
            ->groupBy('seen')
            ->selectRaw('seen, COUNT(*) AS n')
            ->pluck('n', 'seen');

        return [
            'seen' => Typed::int($counts['seen'] ?? 0),
            'not_yet' => Typed::int($counts['not yet'] ?? 0) + Typed::int($counts['no'] ?? 0),
            'not_seen' => Typed::int($counts['not seen'] ?? 0),
        ];
    }
}

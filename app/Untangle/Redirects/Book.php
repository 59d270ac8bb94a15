<?php

declare(strict_types=1);

namespace App\Untangle\Redirects;

use App\Changes\AddressChanges;
use App\Changes\AddressField;
use App\Changes\Editing\Author;
use App\Changes\Origin;
use App\Inventory\PageAddress;
use App\Inventory\PageBook;
use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Connections;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Reasons\Reason;
use Orchard\Core\Redirects\Redirect;
use Orchard\Core\Redirects\RedirectBook;
use Orchard\Core\Redirects\RedirectFault;
use Orchard\Core\Redirects\RequestKey;
use Orchard\Core\Url\PageUrl;

/**
 * The redirect book of a store: lines from lists, patterns, lost pages and changed slugs, each address once. What goes
 * round, meets a live page or contradicts another line is told and not sent.
 */
final class Book
{
    /** Lines of one list or pattern. */
    public const MOST = 20_000;

    public function __construct(private readonly Store $store, private readonly AddressChanges $changes)
    {
    }

    /**
     * Takes lines in: "from to" or "from to status", parted by spaces, tabs, commas or semicolons; "gone" for a page
     * that is gone for good.
     *
     * @return array{added: int, refused: list<string>} refused lines, each with the reason
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public function takeList(string $text, ?int $userId): array
    {
        $lines = preg_split('/\R/u', $text) ?: [];
        if (count($lines) > self::MOST) {
            throw new InvalidArgumentException('At most '.number_format(self::MOST).' lines at once.');
        }
        $pairs = $refused = [];
        foreach ($lines as $number => $line) {
            $cells = self::cells(trim($line));
            if ($cells === [] || ($number === 0 && preg_match('~^(?:from|source|old|url)$~i', $cells[0]) === 1)) {
                continue;
            }
            $status = (int) ($cells[2] ?? 301);
            if (count($cells) < 2 || ! in_array($status, Redirect::STATUSES, true)) {
                $refused[] =
                    'line '.
                    ($number + 1).
                    ': an old and a new address are needed, and a status of 301, 302, 307, 308 or 410 if any';

                continue;
            }
            $pairs[] = [$cells[0], $status === 410 ? 'gone' : $cells[1], $status, 'line '.($number + 1)];
        }

        return $this->add($pairs, 'list', $userId, $refused);
    }

    /**
     * The parts of a line. Addresses may hold commas, semicolons and braces themselves, so these part only what blanks
     * do not, and only in front of what an address, a status or "gone" begins with.
     *
     * @return list<string>
     */
    private static function cells(string $line): array
    {
        if (str_starts_with($line, '"')) {
            return array_map(
                trim(...),
                array_map(strval(...), str_getcsv($line, preg_match('/";/', $line) === 1 ? ';' : ',', '"', '')),
            );
        }
        $cells = preg_split('/\s+/', $line) ?: [];
        if (count($cells) < 2) {
            $cells = preg_split('~[,;](?=/|https?:|gone$|gone[,;]|[345]\d\d$|to\b|target\b)~', $line) ?: [];
        }

        return array_values(
            array_filter(
                array_map(static fn (string $cell): string => rtrim($cell, ',;'), $cells),
                static fn (string $cell): bool => $cell !== '',
            ),
        );
    }

    /**
     * Every known address that begins with a path gets another beginning: /old/… to /new/….
     *
     * @return array{added: int, refused: list<string>}
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public function takePattern(string $from, string $to, ?int $userId): array
    {
        if (
            ! str_starts_with($from, '/') ||
            ! str_starts_with($to, '/') ||
            strlen($from) < 2 ||
            $from === $to ||
            str_starts_with($to, $from)
        ) {
            throw new InvalidArgumentException(
                'Both beginnings are paths such as /old/ and /new/, and the new one does not begin with the old one.',
            );
        }
        $pages = Rows::all(
            'SELECT p.url, i.address FROM page_index i JOIN pages p ON p.id = i.page_id WHERE i.store_id = ?
                AND i.address LIKE ? ORDER BY i.address LIMIT '.
                (self::MOST + 1),
            [$this->store->id, addcslashes($from, '%_\\').'%'],
        );
        if (count($pages) > self::MOST) {
            throw new InvalidArgumentException('More than '.number_format(self::MOST).' addresses begin so.');
        }
        if ($pages === []) {
            throw new InvalidArgumentException("No known address begins with $from.");
        }

        return $this->add(
            array_values(
                array_map(
                    static fn (Row $page): array => [
                        $page->text('url'),
                        $to.substr((string) PageUrl::parse($page->text('url'))?->target(), strlen($from)),
                        301,
                        $page->text('address'),
                    ],
                    $pages,
                ),
            ),
            'pattern',
            $userId,
            [],
        );
    }

    /**
     * @param  list<array{string, string, int, string}>  $pairs  from, to, status, and how it is called when it is
     *     refused
     * @param  list<string>  $refused
     * @return array{added: int, refused: list<string>}
     */
    public function add(array $pairs, string $origin, ?int $userId, array $refused = []): array
    {
        $address = new PageAddress($this->store);
        $rows = [];
        foreach ($pairs as [$from, $to, $status, $called]) {
            [$old, $new] = [
                $address->urlOf($from),
                $to === 'gone' ? 'gone' : $address->urlOf($to) ?? PageUrl::parse($to)?->text(),
            ];
            $parsed = $old === null ? null : PageUrl::parse($old);
            if ($parsed === null || $new === null) {
                $refused[] =
                    "$called: ".
                    ($parsed === null ? "“{$from}” is no address of this store" : "“{$to}” is no address");

                continue;
            }
            $key = RequestKey::of($parsed);
            if (! $key->isPlain()) {
                $refused[] = "$called: “{$from}” has characters that no web server's rule can hold";

                continue;
            }
            $rows[$key->text()] ??= [
                $this->store->id,
                new Bytes($key->digest()),
                $parsed->text(),
                $new,
                $new === 'gone' ? 410 : $status,
                $origin,
                $userId,
                now()->format('Y-m-d H:i:s'),
            ];
        }
        DB::transaction(
            fn () => Bulk::upsert(
                'untangle_redirects',
                ['store_id', 'digest', 'from_url', 'to_url', 'status', 'origin', 'user_id', 'created_at'],
                array_values($rows),
                'to_url = VALUES(to_url), status = VALUES(status), origin = VALUES(origin),
                    user_id = VALUES(user_id), is_live = IF(to_url = VALUES(to_url), is_live, 0)',
            ),
        );
        $this->check();

        return ['added' => count($rows), 'refused' => $refused];
    }

    /** Looks at all lines together: what goes round, contradicts another, or meets a live page. */
    public function check(): void
    {
        $lines = $faults = [];
        foreach ($this->lines() as $id => $line) {
            $lines[$id] = $line;
        }
        $ids = [];
        foreach ($lines as $id => $line) {
            $ids[spl_object_id($line)] = $id;
        }
        foreach ((new RedirectBook($lines))->refused() as [$line, $why]) {
            $faults[$ids[spl_object_id($line)]] = $why;
        }
        foreach (
            Rows::all(
                'SELECT r.id, i.clicks FROM untangle_redirects r JOIN pages p ON p.store_id = r.store_id
                    AND p.digest = UNHEX(MD5(r.from_url)) JOIN page_index i ON i.page_id = p.id LEFT
                    JOIN untangle_pages u ON u.store_id = r.store_id AND u.page_id = p.id
            WHERE r.store_id = ? AND r.is_live = 0 AND i.status = 200 AND i.indexable = 1 AND (u.keeper_page IS NULL
            OR u.keeper_page = 0 OR u.keeper_page = u.page_id)',
                [$this->store->id],
            ) as $row
        ) {
            $faults[$row->int('id')] ??= new Reason(RedirectFault::LivePage, [$row->int('clicks')]);
        }
        DB::transaction(function () use ($faults): void {
            DB::table('untangle_redirects')
                ->where('store_id', $this->store->id)
                ->whereNotNull('fault')
                ->update(['fault' => null]);
            foreach ($faults as $id => $why) {
                DB::table('untangle_redirects')
                    ->where('id', $id)
                    ->update(['fault' => Reason::pack([$why])]);
            }
        });
    }

    /**
     * The lines as a web server would need them: flattened, without those at fault.
     *
     * @return list<Redirect>
     */
    public function flat(): array
    {
        $lines = $this->lines(withFaults: false);
        foreach (
            Rows::all(
                'SELECT p.url, s.value FROM address_states s JOIN pages p ON p.id = s.page_id WHERE s.store_id = ?
                    AND s.field = ?',
                [$this->store->id, AddressField::Redirect->value],
            ) as $row
        ) {
            $from = PageUrl::parse($row->text('url'));
            $to = $row->value === 'gone' ? null : $from?->resolve($row->text('value'));
            if ($from !== null) {
                $lines[] = new Redirect($from, $to, $row->value === 'gone' ? 410 : 301);
            }
        }

        return (new RedirectBook($lines))->flat();
    }

    /** Puts what is not live yet down as changes for a release; each leads where its way ends. @return int how many */
    public function put(?int $userId, bool $withClashes = false): int
    {
        $ends = [];
        foreach ((new RedirectBook($this->lines(withFaults: $withClashes)))->flat() as $line) {
            $ends[$line->from->text()] = $line->to?->text() ?? 'gone';
        }
        $open = Rows::of(
            DB::table('untangle_redirects')
                ->where('store_id', $this->store->id)
                ->where('is_live', 0)
                ->when(! $withClashes, static fn ($query) => $query->whereNull('fault'))
                ->limit(self::MOST)
                ->get(['id', 'from_url', 'origin', 'status']),
        );
        $urls = [];
        foreach ($open as $row) {
            $url = PageUrl::parse($row->text('from_url'));
            if ($url !== null && isset($ends[$url->text()])) {
                $urls[$url->digest()] = $url->text();
            }
        }
        $pages = [];
        foreach (array_chunk($urls, 2000, true) as $chunk) {
            $pages += (new PageBook($this->store))->idsOf($chunk);
        }
        $changes = [];
        foreach ($pages as $digest => $page) {
            $changes[] = [
                'page' => $page,
                'field' => AddressField::Redirect,
                'value' => $ends[$urls[$digest]],
                'why' => $ends[$urls[$digest]] === 'gone' ? 'gone for good' : 'the redirect book',
            ];
        }
        $put = $this->changes->put($this->store, $changes, new Author(Origin::Import, $userId));
        foreach ($open->pluck('id')->chunk(2000) as $ids) {
            DB::table('untangle_redirects')
                ->whereIn('id', $ids)
                ->whereIn('from_url', array_values($urls))
                ->update(['is_live' => 1]);
        }

        return $put;
    }

    public function drop(int $id): void
    {
        DB::table('untangle_redirects')->where('store_id', $this->store->id)->where('id', $id)->delete();
        $this->check();
    }

    /**
     * Asks the shop how often redirects were used.
     *
     * @return int lines of which it told
     *
     * @throws \App\Connectors\Shop\ShopUnavailable
     */
    public function countHits(Connections $connections): int
    {
        $hits = $connections->shop($this->store)->hits();
        $told = 0;
        foreach ($this->lines() as $id => $line) {
            $key = RequestKey::of($line->from);
            $found = $hits[$key->path.($key->parameters === [] ? '' : '?'.implode('&', $key->parameters))] ?? null;
            if ($found !== null) {
                DB::table('untangle_redirects')
                    ->where('id', $id)
                    ->update(['hits' => $found[0], 'last_hit' => $found[1]]);
                $told++;
            }
        }

        return $told;
    }

    /** @return array<int, Redirect> by id, oldest first */
    private function lines(bool $withFaults = true): array
    {
        $lines = [];
        foreach (
            Rows::of(
                DB::table('untangle_redirects')
                    ->where('store_id', $this->store->id)
                    ->when(! $withFaults, static fn ($query) => $query->whereNull('fault'))
                    ->orderBy('id')
                    ->limit(200_000)
                    ->get(['id', 'from_url', 'to_url', 'status']),
            ) as $row
        ) {
            $from = PageUrl::parse($row->text('from_url'));
            $to = $row->to_url === 'gone' ? null : PageUrl::parse($row->text('to_url'));
            if ($from !== null) {
                $lines[$row->int('id')] = new Redirect($from, $to, $row->int('status'));
            }
        }

        return $lines;
    }
}

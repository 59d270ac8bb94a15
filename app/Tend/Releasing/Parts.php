<?php

declare(strict_types=1);

namespace App\Tend\Releasing;

use App\Changes\AddressChanges;
use App\Changes\AddressField;
use App\Changes\DraftState;
use App\Changes\Editing\Author;
use App\Changes\Origin;
use App\Changes\ShownPart;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Tend\Adding\LinkState;
use App\Tend\Found\FindingGroup;
use App\Tend\Found\FindingState;
use App\Tend\Found\FindingType;
use App\Tend\Lists\MadeAlts;
use App\Tend\Lists\MadeMarkup;
use App\Tend\Maps\SiteMaps;
use App\Tend\Robots\RobotsBook;
use App\Tend\Robots\RobotsEffect;
use App\Tend\Robots\RobotsVersion;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Robots\RobotsTxt;
use Orchard\Core\Url\PageUrl;

/** Puts what Tend makes into the next release: structured data, alt texts, links to add, robots.txt. */
final readonly class Parts
{
    /** Pages whose structured data is made at a time. */
    public const PORTION = 500;

    /** Links beside a text; more are a list that nobody reads. */
    private const MOST_LINKS = 20;

    public function __construct(private AddressChanges $changes)
    {
    }

    /**
     * Structured data made from what is known of products and articles, where it is not ours already.
     *
     * @param  list<int>  $pages
     * @return int how many pages get it; others are passed over
     */
    public function markup(Store $store, array $pages, ?int $user): int
    {
        $count = 0;
        foreach (array_chunk($pages, self::PORTION) as $some) {
            $put = [];
            foreach (MadeMarkup::ofPages($store, $some) as $page => $json) {
                $put[] = [
                    'page' => $page,
                    'field' => AddressField::StructuredData,
                    'value' => $json,
                    'why' => 'made from what is known of the page',
                ];
            }
            $count += $this->changes->put($store, $put, new Author(Origin::Recipe, $user));
        }

        return $count;
    }

    /**
     * Alt texts of images but the main one, beside those that the same pages have by our doing.
     *
     * @param  list<int>  $pages
     * @return int how many pages get some; others are passed over
     */
    public function alts(Store $store, array $pages, ?int $user): int
    {
        $count = 0;
        foreach (array_chunk($pages, self::PORTION) as $some) {
            $held = self::held($store, AddressField::ImageAlts, $some);
            $put = [];
            foreach (MadeAlts::ofPages($store, $some) as $page => $made) {
                $alts = array_column(ShownPart::alts($held[$page] ?? ''), 'alt', 'image');
                foreach ($made as $one) {
                    $alts[self::within($store, $one['image'])] = $one['alt'];
                }
                $put[] = [
                    'page' => $page,
                    'field' => AddressField::ImageAlts,
                    'value' => ShownPart::json(
                        array_map(
                            static fn (string $image, string $alt): array => ['image' => $image, 'alt' => $alt],
                            array_map(strval(...), array_keys($alts)),
                            array_values($alts),
                        ),
                    ),
                    'why' => 'alts by name, variant and view',
                ];
            }
            $count += $this->changes->put($store, $put, new Author(Origin::Recipe, $user));
        }

        return $count;
    }

    /**
     * What is made for pages on which something of a type was found.
     *
     * @param  list<int>  $pages
     * @return int how many pages get something
     */
    public function mend(Store $store, FindingType $type, array $pages, ?int $user): int
    {
        return $type->group() === FindingGroup::Images
            ? $this->alts($store, $pages, $user)
            : $this->markup($store, $pages, $user);
    }

    /** What was put down, as the person is told. */
    public static function inWords(int $pages): string
    {
        return match ($pages) {
            0 => 'Nothing new: what the ticked would get is ready, or live, already.',
            1 => '1 page is ready for release.',
            default => number_format($pages).' pages are ready for release.',
        };
    }

    /** Null where the cause is no more, or nothing is made for what is found of it. */
    public static function typeOf(Store $store, int $cause): ?FindingType
    {
        $type = DB::table('tend_causes')->where('store_id', $store->id)->where('id', $cause)->value('type');
        $type = FindingType::tryFrom(is_numeric($type) ? (int) $type : 0);

        return $type?->isMendedByParts() === true ? $type : null;
    }

    /** @return list<int> the next pages of a cause that are open, behind one */
    public static function pagesOf(Store $store, int $cause, int $after, int $most): array
    {
        return Bulk::ids(
            Rows::of(
                DB::table('tend_findings')
                    ->where('store_id', $store->id)
                    ->where('cause_id', $cause)
                    ->where('state', FindingState::Open->value)
                    ->where('page_id', '>', $after)
                    ->orderBy('page_id')
                    ->limit($most)
                    ->get(['page_id']),
            )->all(),
            'page_id',
        );
    }

    /**
     * Links to add, beside those that the same pages have by our doing; they are on the editors' list as well, until
     * they are seen live.
     *
     * @param  list<int>  $ids  of links to add
     * @return int how many pages get links
     */
    public function links(Store $store, array $ids, ?int $user): int
    {
        $links = Rows::of(
            DB::table('tend_links as l')
                ->join('pages as p', 'p.id', '=', 'l.to_page')
                ->where('l.store_id', $store->id)
                ->whereIn('l.id', $ids)
                ->where('l.state', '<>', LinkState::Live->value)
                ->orderByDesc('l.worth')
                ->get(['l.id', 'l.from_page', 'l.anchor', 'p.url']),
        );
        $pages = array_values(array_unique(Bulk::ids($links->all(), 'from_page')));
        $held = self::held($store, AddressField::RelatedLinks, $pages);
        $byPage = [];
        foreach ($links as $link) {
            $page = $link->int('from_page');
            $byPage[$page] ??= ShownPart::links($held[$page] ?? '');
            $target = self::within($store, $link->text('url'));
            if (! in_array($target, array_column($byPage[$page], 'url'), true)) {
                $byPage[$page][] = ['url' => $target, 'text' => $link->text('anchor')];
            }
        }
        $put = [];
        foreach ($byPage as $page => $all) {
            $put[] = [
                'page' => $page,
                'field' => AddressField::RelatedLinks,
                'value' => ShownPart::json(array_slice($all, 0, self::MOST_LINKS)),
                'why' => 'links to pages that need them',
            ];
        }
        $count = $this->changes->put($store, $put, new Author(Origin::Recipe, $user));
        DB::table('tend_links')
            ->where('store_id', $store->id)
            ->whereIn('id', $links->pluck('id'))
            ->update(['state' => LinkState::Listed->value, 'user_id' => $user, 'said_at' => now()]);

        return $count;
    }

    /**
     * A robots.txt as a whole, in the place of the one that the shop shows.
     *
     * @throws InvalidArgumentException where the shop was not looked at yet, or its home page is not known
     */
    public function robots(Store $store, string $body, string $why, ?int $user): int
    {
        $live = RobotsBook::live($store);
        if ($live === null) {
            throw new InvalidArgumentException(
                'The shop’s own robots.txt is not known yet. “Look what is live” first: it is what this one replaces.',
            );
        }
        $page =
            self::home($store) ??
            throw new InvalidArgumentException('The home page is not known yet: crawl the shop first.');

        return $this->changes->put(
            $store,
            [
                [
                    'page' => $page,
                    'field' => AddressField::RobotsFile,
                    'value' => $body,
                    'why' => self::withEffect($store, $live, $body, $why),
                    'base' => $live->body,
                ],
            ],
            new Author(Origin::Hand, $user),
        );
    }

    /**
     * The robots.txt that is live, or on its way, with a line that names our sitemaps; it is kept as a version.
     *
     * @return ?int how many changes were put down; null where it names them already
     *
     * @throws InvalidArgumentException where there are no sitemaps yet, and as robots() does
     */
    public function sitemaps(Store $store, ?int $user): ?int
    {
        $state =
            SiteMaps::state($store) ??
            throw new InvalidArgumentException('There are no sitemaps yet; make them first.');
        $sitemap = route('tend.maps.served', [$state->token, 'sitemap.xml']);
        $waiting = DB::table('address_changes')
            ->where('page_id', self::home($store) ?? 0)
            ->where('field', AddressField::RobotsFile->value)
            ->value('value');
        $body = is_string($waiting) ? $waiting : RobotsBook::live($store)->body ?? '';
        if (preg_match('~^\s*sitemap\s*:\s*'.preg_quote($sitemap, '~').'\s*$~im', $body) === 1) {
            return null;
        }
        $body = rtrim($body)."\n\nSitemap: $sitemap\n";
        $count = $this->robots($store, $body, 'names the sitemaps', $user);
        RobotsBook::save($store, $body, 'names the sitemaps', $user);

        return $count;
    }

    /** Whoever sends it is to know what it would shut out. */
    private static function withEffect(Store $store, RobotsVersion $live, string $body, string $why): string
    {
        ['pages' => $pages, 'clicks' => $clicks] = RobotsEffect::of(
            $store,
            RobotsTxt::fromAnswer($live->status, $live->body, '*'),
            RobotsTxt::parse($body, '*'),
        )->shutting;
        $shuts =
            $pages === 0
                ? 'shuts no page out that is not so already'
                : 'would shut out '.
                    number_format($pages).
                    ($pages === 1 ? ' page with ' : ' pages with ').
                    number_format($clicks).
                    ($clicks === 1 ? ' click' : ' clicks');

        return $why === '' ? $shuts : "$why; $shuts";
    }

    private static function home(Store $store): ?int
    {
        $page = DB::table('pages')
            ->where('store_id', $store->id)
            ->where('digest', $store->baseUrl()->resolve('/')?->digest())
            ->value('id');

        return is_numeric($page) ? (int) $page : null;
    }

    /** An address as the shop itself writes it: without its own host. */
    private static function within(Store $store, string $address): string
    {
        $url = PageUrl::parse($address);

        return $url !== null && $url->sameHostAs($store->baseUrl()) ? $url->target() : $address;
    }

    /**
     * What is ours on pages: on its way, else as it was released.
     *
     * @param  list<int>  $pages
     * @return array<int, string> value by page
     */
    private static function held(Store $store, AddressField $field, array $pages): array
    {
        $of = static fn (string $table): array => DB::table($table)
            ->where('store_id', $store->id)
            ->where('field', $field->value)
            ->whereIn('page_id', $pages)
            ->when(
                $table === 'address_changes',
                static fn ($query) => $query->where('state', '<>', DraftState::Refused->value),
            )
            ->pluck('value', 'page_id')
            ->map(static fn (mixed $value): string => is_string($value) ? $value : '')
            ->all();

        return $of('address_changes') + $of('address_states');
    }
}

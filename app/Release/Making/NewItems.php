<?php

declare(strict_types=1);

namespace App\Release\Making;

use App\Changes\AddressChange;
use App\Changes\AddressField;
use App\Changes\Draft;
use App\Changes\ShownPart;
use App\Connectors\Shop\ShopAdmin;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Release\Handing\Way;
use App\Release\Handing\Ways;
use App\Release\Items\FieldChange;
use App\Release\Items\ItemState;
use App\Release\Items\Thing;
use App\Release\Items\Via;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Stores\TitleSuffixes;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use LogicException;
use Orchard\Core\Url\PageUrl;
use Orchard\Core\Wording\TextField;

/** Writes the items of a new release: what belongs to one thing and takes the same way goes in one. */
final readonly class NewItems
{
    public function __construct(private Store $store, private int $release, private Ways $ways)
    {
    }

    /**
     * @param  Collection<int, Draft>  $drafts
     * @return int how many items
     */
    public function addTexts(Collection $drafts): int
    {
        $suffixes = TitleSuffixes::of($this->store);
        $count = 0;
        foreach ($drafts->groupBy('resourceId')->chunk(500) as $chunk) {
            $ids = array_values($chunk->keys()->map(static fn (int|string $id): int => (int) $id)->all());
            $this->ways->lookUp($ids);
            $resources = Rows::of(DB::table('resources')->whereIn('id', $ids)->get())->keyBy('id');
            $shown = Rows::of(DB::table('resource_texts')->whereIn('resource_id', $ids)->get())->groupBy('resource_id');
            $rows = [];
            foreach ($chunk as $resourceId => $group) {
                $resource =
                    $resources[$resourceId] ??
                    throw new LogicException("Draft of resource $resourceId, which is not there.");
                $kind = PageKind::from($resource->int('kind'));
                $ways = $changes = [];
                foreach ($group as $draft) {
                    $way = $this->ways->ofText(
                        $draft->field,
                        $kind,
                        (int) $resourceId,
                        $resource->int('from_page') > 0,
                    );
                    $before = $shown->get($resourceId)?->firstWhere('field', $draft->field->value)?->shown;
                    $suffix =
                        $draft->field === TextField::Title
                            ? $suffixes->suffix($resource->int('market_id'), $kind->value)
                            : '';
                    $after = $draft->value === '' ? null : $draft->value.$suffix;
                    $ways[$way->key()] = $way;
                    $changes[$way->key()][] = new FieldChange(
                        $draft->field,
                        $draft->baseValue,
                        $draft->value,
                        $draft->origin->value,
                        $before,
                        $after,
                        $draft->recipeId,
                    );
                }
                foreach ($ways as $key => $way) {
                    $thing = new Thing((int) $resourceId, $resource->text('external_id'), null);
                    $rows[] = $this->row($way, $thing, $changes[$key]);
                }
            }
            DB::table('release_items')->insert($rows);
            $count += count($rows);
        }

        return $count;
    }

    /**
     * @param  Collection<int, AddressChange>  $changes
     * @return int how many items
     */
    public function addAddresses(Collection $changes): int
    {
        $count = 0;
        foreach ($changes->groupBy('pageId')->chunk(500) as $chunk) {
            $pages = $this->pages(
                array_values($chunk->keys()->map(static fn (int|string $id): int => (int) $id)->all()),
            );
            $rows = [];
            foreach ($chunk as $page => $group) {
                $row = $pages[$page] ?? throw new LogicException("Page $page is not there.");
                $url = PageUrl::parse($row->url) ?? throw new LogicException("Page $page has no address.");
                $kind = PageKind::tryFrom($row->kind ?? 0) ?? PageKind::Other;
                $resource = $row->resourceId ?? 0;
                $ways = $parts = [];
                foreach ($group as $change) {
                    $field = $change->field;
                    $way = $this->ways->ofAddress($field, $resource, $kind, ($row->fromPage ?? 0) > 0);
                    $isOwn =
                        $this->ways->isOfResource($field, $resource, $kind) ||
                        ($way->file !== null && $field !== AddressField::Redirect);
                    $external = match (true) {
                        $field === AddressField::RobotsFile => ShopAdmin::FILE.'/robots.txt',
                        $isOwn => $row->externalId ?? '',
                        default => ShopAdmin::ADDRESS.$url->target(),
                    };
                    $key = $way->key()." $external";
                    $ways[$key] = [$way, $isOwn, $external];
                    $parts[$key][] = $this->addressChange($change, $row, $url);
                }
                foreach ($ways as $key => [$way, $isOwn, $external]) {
                    $rows[] = $this->row($way, new Thing($isOwn ? $resource : 0, $external, (int) $page), $parts[$key]);
                }
            }
            DB::table('release_items')->insert($rows);
            $count += count($rows);
        }

        return $count;
    }

    /**
     * @param  list<FieldChange>  $changes
     * @return array<string, mixed>
     */
    public function row(Way $way, Thing $thing, array $changes): array
    {
        $isDirect = $way->via === Via::Direct;

        return [
            'release_id' => $this->release,
            'store_id' => $this->store->id,
            'resource_id' => $thing->resource,
            'page_id' => $thing->page,
            'external_id' => $thing->external,
            'state' => ($isDirect ? ItemState::Waiting : ItemState::Handed)->value,
            'fields' => FieldChange::pack($changes),
            'via' => $way->via->value,
            'file_id' => $way->file,
            'handed_at' => $isDirect ? null : now(),
            'due_at' => $isDirect ? null : now()->addDays($this->store->options()->handoverDays),
            'seen' => $isDirect ? null : 'no',
            // Nobody has put it in within the first minutes.
            'look_at' => $isDirect ? null : now()->addMinutes(2),
        ];
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, ChangedPage> by id
     */
    private function pages(array $ids): array
    {
        $rows = Rows::of(
            DB::table('pages')
                ->leftJoin(
                    'page_facts',
                    static fn ($join) => $join->on('page_facts.page_id', '=', 'pages.id')->where('to_crawl', 0),
                )
                ->leftJoin('resources', 'resources.id', '=', 'pages.resource_id')
                ->whereIn('pages.id', $ids)
                ->get([
                    'pages.id', 'pages.url', 'pages.resource_id', 'resources.external_id', 'resources.kind',
                    'resources.from_page', 'canonicals', 'canonical_header', 'robots', 'redirect_url',
                ]),
        );
        $this->ways->lookUp(Bulk::ids($rows->all(), 'resource_id'));

        return array_column(Records::of(ChangedPage::class, $rows), null, 'id');
    }

    private function addressChange(AddressChange $change, ChangedPage $page, PageUrl $url): FieldChange
    {
        $field = $change->field;
        $value = $change->value;
        $canonicals = (array) json_decode((string) $page->canonicals, true);
        $robots = json_decode((string) $page->robots, true);
        [$before, $after] = match ($field) {
            AddressField::Canonical => [
                is_string($canonicals[0] ?? null) ? $canonicals[0] : (string) $page->canonicalHeader,
                $value,
            ],
            AddressField::Robots => [
                is_array($robots) ? implode(', ', array_filter($robots, is_string(...))) : (string) $page->robots,
                $value,
            ],
            AddressField::Redirect => [
                (string) $page->redirectUrl,
                $value === 'gone' ? $value : $url->resolve($value)?->text() ?? $value,
            ],
            AddressField::StructuredData,
            AddressField::RelatedLinks,
            AddressField::ImageAlts,
            AddressField::RobotsFile => [ShownPart::wanted($field, $change->baseValue, $url), ShownPart::wanted($field, $value, $url)],
            AddressField::Slug => ['', $url->resolve(preg_replace('~[^/]*$~', '', $url->path).$value)?->text()],
        };

        return new FieldChange(
            $field,
            $change->baseValue,
            $value,
            $change->origin,
            $before,
            $value === '' ? null : $after,
        );
    }
}

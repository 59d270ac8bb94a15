<?php

declare(strict_types=1);

namespace App\Write\Facts;

use App\Inventory\Makers;
use App\Inventory\PageAddress;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Tables\TableReader;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Stores\TitleSuffixes;
use App\Write\Checks\TextJudge;
use App\Write\WrittenPage;
use Generator;
use InvalidArgumentException;
use Orchard\Core\Claims\Claim;
use Orchard\Core\Claims\FactCheck;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\TextField;

/** Texts from elsewhere, each held against the checks of the store and the facts of its page. */
final class CheckedFile
{
    public const COLUMNS = ['url', 'number', 'field', 'text', 'checks', 'unknown_claims', 'note'];

    private const PORTION = 500;

    private const MOST = 200_000;

    private const NAMES = [
        'url' => ['url', 'page', 'address', 'link', 'seite'],
        'number' => ['number', 'sku', 'stock number', 'id', 'artikelnummer'],
        'field' => ['field', 'feld'],
        'text' => ['text', 'value', 'draft'],
    ];

    /** @var array<int, FactCheck> by market */
    private array $checks = [];

    public function __construct(private readonly Store $store, private readonly TextJudge $judge)
    {
    }

    /**
     * @return Generator<list<string>> the rows of the file in their order, with what was found
     *
     * @throws InvalidArgumentException where the file has no text, or nothing by which its pages are named
     */
    public function rows(string $path): Generator
    {
        $columns = null;
        $rows = [];
        $count = 0;
        foreach (TableReader::read($path) as $cells) {
            if ($columns === null) {
                $columns = self::columns($cells);

                continue;
            }
            if (++$count > self::MOST) {
                throw new InvalidArgumentException('A file has at most '.number_format(self::MOST).' rows.');
            }
            $rows[] = array_map(
                static fn (?int $at): string => $at === null ? '' : trim((string) ($cells[$at] ?? '')),
                $columns,
            );
            if (count($rows) === self::PORTION) {
                yield from $this->portion($rows);
                $rows = [];
            }
        }
        if ($columns === null) {
            throw new InvalidArgumentException('The file is empty.');
        }
        yield from $this->portion($rows);
    }

    /**
     * @param  list<array<string, string>>  $rows  url, number, field and text
     * @return Generator<list<string>>
     */
    private function portion(array $rows): Generator
    {
        $resources = $this->resources($rows);
        $known = array_values(array_filter($resources));
        $pages = array_map(static fn (NamedPage $one): WrittenPage => $one->page(), $known);
        $this->judge->meet($pages);
        $sheets = PageFacts::of($this->store, $pages);
        $suffixes = TitleSuffixes::of($this->store);
        foreach ($rows as $nth => $row) {
            $resource = $resources[$nth];
            $field = $row['field'] === '' ? TextField::Title : TextField::fromKey(strtolower($row['field']));
            if ($resource === null || $field === null) {
                yield [
                    $row['url'],
                    $row['number'],
                    $row['field'],
                    $row['text'],
                    '',
                    '',
                    $resource === null ? 'no page of this store' : 'no such field; '.implode(', ', TextField::keys()),
                ];

                continue;
            }
            $doubts = $this->check($resource->marketId)->doubts($row['text'], $sheets[$resource->id]);
            $suffix = $suffixes->suffix($resource->marketId, $resource->kind);
            yield [
                $row['url'] === '' ? $resource->url : $row['url'],
                $row['number'],
                $field->key(),
                $row['text'],
                implode(
                    ' ',
                    array_map(
                        static fn (Check $one): string => $one->key(),
                        $this->checksOf($resource, $field, $row['text'], $suffix),
                    ),
                ),
                implode(
                    '; ',
                    array_map(static fn (Claim $one): string => "{$one->text} ({$one->type->missing()})", $doubts),
                ),
                $this->check($resource->marketId)->isWhole()
                    ? ''
                    : 'of this language only figures and names are checked',
            ];
        }
    }

    /** @return list<Check> */
    private function checksOf(NamedPage $resource, TextField $field, string $text, string $suffix): array
    {
        if ($field !== TextField::Title && $field !== TextField::Description) {
            return [];
        }
        $shown = $field === TextField::Title ? $text.$suffix : $text;
        [$title, $description] = $this->judge->judge(
            $resource->page(),
            $field === TextField::Title ? $shown : $resource->titleShown,
            $field === TextField::Title ? $resource->descriptionShown : $shown,
        );

        return Check::inBits(($field === TextField::Title ? $title : $description)->bits);
    }

    /**
     * @param  list<array<string, string>>  $rows
     * @return list<?NamedPage> by row
     */
    private function resources(array $rows): array
    {
        $urls = array_values(array_filter(array_column($rows, 'url')));
        [$pages] = PageAddress::pages($this->store, $urls);
        $numbers = array_values(array_filter(array_column($rows, 'number')));
        $columns = 'r.id, r.page_id, r.market_id, r.kind, r.name, r.url, r.number, r.attributes,
            COALESCE(t.draft_shown, t.shown) AS title_shown, COALESCE(d.draft_shown, d.shown) AS description_shown
            FROM resources r LEFT JOIN resource_texts t ON t.resource_id = r.id AND t.field = 1
            LEFT JOIN resource_texts d ON d.resource_id = r.id AND d.field = 2 WHERE r.store_id = ? AND r.gone = 0';
        $byPage = $byNumber = [];
        if ($pages !== []) {
            $list = Bulk::list(array_values($pages));
            foreach (
                Rows::all(
                    str_replace(
                        'FROM resources r',
                        'FROM pages p JOIN resources r ON r.id = p.resource_id',
                        "SELECT p.id AS of_page, $columns AND p.id IN ($list)",
                    ),
                    [$this->store->id],
                ) as $row
            ) {
                $byPage[$row->int('of_page')] = Records::one(NamedPage::class, $row);
            }
        }
        if ($numbers !== []) {
            $marks = implode(',', array_fill(0, count($numbers), '?'));
            foreach (
                Records::select(NamedPage::class, "SELECT $columns AND r.number IN ($marks)", [
                    $this->store->id,
                    ...$numbers,
                ]) as $row
            ) {
                // A number that two things have names neither.
                $byNumber[$row->number] = isset($byNumber[$row->number]) ? null : $row;
            }
        }

        return array_map(
            static fn (array $row): ?NamedPage => $byPage[$pages[$row['url']] ?? 0] ??
                ($byNumber[$row['number']] ?? null),
            $rows,
        );
    }

    private function check(int $market): FactCheck
    {
        return $this->checks[$market] ??= new FactCheck(
            Markets::of($this->store)->find($market)->language,
            Makers::of($this->store),
        );
    }

    /**
     * @param  array<int, mixed>  $cells
     * @return array<string, ?int>
     */
    private static function columns(array $cells): array
    {
        $names = array_map(
            static fn (mixed $cell): string => mb_strtolower(trim(is_scalar($cell) ? (string) $cell : '')),
            $cells,
        );
        $columns = [];
        foreach (self::NAMES as $column => $known) {
            $columns[$column] = null;
            foreach ($known as $name) {
                $at = array_search($name, $names, true);
                $at === false || ($columns[$column] ??= (int) $at);
            }
        }
        if ($columns['text'] === null || ($columns['url'] === null && $columns['number'] === null)) {
            throw new InvalidArgumentException(
                'The first row has to name a column text, and a column url or number. It has '.
                    implode(', ', array_slice($names, 0, 8)).
                    '.',
            );
        }

        return $columns;
    }
}

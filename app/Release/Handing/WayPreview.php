<?php

declare(strict_types=1);

namespace App\Release\Handing;

use App\Changes\AddressField;
use App\Changes\DraftState;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Orchard\Core\Wording\TextField;

/** How many of the changes that are ready take which way. */
final readonly class WayPreview
{
    public function __construct(private Store $store)
    {
    }

    /** @return array<string, int> changes by way: direct, person, or the name of a file */
    public function count(): array
    {
        $ways = Ways::of($this->store);
        $files = FileBook::of($this->store);
        $counts = [];
        $add = static function (Way $way, int $n) use (&$counts, $files): void {
            $key = $way->via->value;
            foreach ($files->files as $file) {
                $key = $file->id === $way->file ? $file->name : $key;
            }
            $counts[$key] = ($counts[$key] ?? 0) + $n;
        };
        // Things of one kind, and in the same files, go the same way: one of each is asked about.
        $inFiles = self::inFiles(array_map(static fn (ShopFile $file): int => $file->id, $files->files));
        foreach (
            Rows::all(
                "SELECT d.field, r.kind, r.from_page, $inFiles AS in_files, COUNT(*) AS n, MIN(d.resource_id) AS one
                FROM drafts d JOIN resources r ON r.id = d.resource_id WHERE d.store_id = ? AND d.state = ?
                GROUP BY d.field, r.kind, r.from_page, in_files",
                [$this->store->id, DraftState::Ready->value],
            ) as $group
        ) {
            $add(
                $ways->ofText(
                    TextField::from($group->int('field')),
                    PageKind::from($group->int('kind')),
                    $group->int('one'),
                    $group->int('from_page') > 0,
                ),
                $group->int('n'),
            );
        }
        foreach (
            Rows::all(
                'SELECT c.field, COALESCE(r.kind, 6) AS kind, COALESCE(r.from_page, 0) AS from_page, COUNT(*) AS n,
                    COALESCE(MIN(r.id), 0) AS one FROM address_changes c JOIN pages p ON p.id = c.page_id LEFT
                    JOIN resources r ON r.id = p.resource_id
                WHERE c.store_id = ? AND c.state = ? GROUP BY c.field, kind, from_page, r.id IS NULL',
                [$this->store->id, DraftState::Ready->value],
            ) as $group
        ) {
            $add(
                $ways->ofAddress(
                    AddressField::from($group->int('field')),
                    $group->int('one'),
                    PageKind::from($group->int('kind')),
                    $group->int('from_page') > 0,
                ),
                $group->int('n'),
            );
        }

        return $counts;
    }

    /**
     * SQL that tells in which files a thing of a draft stands.
     *
     * @param  list<int>  $files
     */
    private static function inFiles(array $files): string
    {
        $list = implode(',', $files);
        $rows = "FROM release_file_rows f WHERE f.resource_id = d.resource_id AND f.file_id IN ($list)";

        return match (count($files)) {
            0 => '0',
            1 => "EXISTS (SELECT 1 $rows)",
            default => "(SELECT GROUP_CONCAT(f.file_id ORDER BY f.file_id) $rows)",
        };
    }
}

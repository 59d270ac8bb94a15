<?php

declare(strict_types=1);

namespace App\Release\Handing;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** The shop's files of a store that are in use, and which things stand in which. */
final class FileBook
{
    /** @var array<int, list<int>> files by the things that stand in them, as far as they were asked for */
    private array $held = [];

    /** @param  list<ShopFile>  $files  newest first */
    private function __construct(public readonly array $files)
    {
    }

    public static function of(Store $store): self
    {
        return new self(
            array_values(
                Rows::of(
                    DB::table('release_files')
                        ->where('store_id', $store->id)
                        ->whereNull('removed_at')
                        ->whereNotNull('confirmed_at')
                        ->orderByDesc('id')
                        ->get(),
                )
                    ->map(ShopFile::from(...))
                    ->all(),
            ),
        );
    }

    /** @return list<ShopFile> the newest first */
    public static function all(Store $store): array
    {
        return array_values(
            Rows::of(
                DB::table('release_files')
                    ->where('store_id', $store->id)
                    ->whereNull('removed_at')
                    ->orderByDesc('id')
                    ->limit(50)
                    ->get(),
            )
                ->map(ShopFile::from(...))
                ->all(),
        );
    }

    public static function find(int $file): ?ShopFile
    {
        $row = Rows::maybe(DB::table('release_files')->where('id', $file)->first());

        return $row === null ? null : ShopFile::from($row);
    }

    public function ofRedirects(): ?int
    {
        foreach ($this->files as $file) {
            if ($file->type === 'redirects') {
                return $file->id;
            }
        }

        return null;
    }

    public function haveColumn(string $field): bool
    {
        foreach ($this->files as $file) {
            if ($file->type === 'items' && $file->column($field) !== null) {
                return true;
            }
        }

        return false;
    }

    /**
     * Asks for many things at once, so that not each is asked for by itself.
     *
     * @param  list<int>  $resources
     */
    public function lookUp(array $resources): void
    {
        $files = array_map(static fn (ShopFile $file): int => $file->id, $this->files);
        $this->held = array_fill_keys($resources, []);
        foreach ($files === [] ? [] : array_chunk($resources, 2000) as $chunk) {
            foreach (
                Rows::of(
                    DB::table('release_file_rows')
                        ->whereIn('resource_id', $chunk)
                        ->whereIn('file_id', $files)
                        ->orderByDesc('file_id')
                        ->get(['resource_id', 'file_id']),
                ) as $row
            ) {
                $this->held[$row->int('resource_id')][] = $row->int('file_id');
            }
        }
    }

    /** The newest file that has a row for a thing and a column for the field. */
    public function holding(int $resource, string $field): ?int
    {
        isset($this->held[$resource]) || $this->lookUp([$resource]);
        foreach ($this->files as $file) {
            if (
                $file->type === 'items' &&
                $file->column($field) !== null &&
                in_array($file->id, $this->held[$resource], true)
            ) {
                return $file->id;
            }
        }

        return null;
    }
}

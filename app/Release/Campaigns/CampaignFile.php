<?php

declare(strict_types=1);

namespace App\Release\Campaigns;

use App\Inventory\PageAddress;
use App\Platform\Tables\TableReader;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Wording\TextField;

/** Texts of a campaign from a table with the columns url, text, and field. */
final class CampaignFile
{
    /** @throws InvalidArgumentException where nothing of the file can be used */
    public static function read(Store $store, int $campaign, string $path): string
    {
        $rows = [];
        $columns = null;
        foreach (TableReader::read($path) as $cells) {
            $cells = array_map(static fn (mixed $cell): string => is_scalar($cell) ? trim((string) $cell) : '', $cells);
            if ($columns === null) {
                $columns = array_flip(array_map(mb_strtolower(...), array_filter($cells)));
                if (! isset($columns['url'], $columns['text'])) {
                    throw new InvalidArgumentException('The first row names the columns url, text, and field.');
                }

                continue;
            }
            $rows[] = [
                $cells[$columns['url']] ?? '',
                $cells[$columns['field'] ?? -1] ?? '',
                $cells[$columns['text']] ?? '',
            ];
            if (count($rows) > CampaignTexts::MOST) {
                throw new InvalidArgumentException(
                    'A campaign has at most '.number_format(CampaignTexts::MOST).' texts.',
                );
            }
        }
        [$pages] = PageAddress::pages($store, array_values(array_unique(array_column($rows, 0))));
        $resources = DB::table('pages')->whereIn('id', array_values($pages))->pluck('resource_id', 'id');
        $put = [];
        foreach ($rows as [$url, $key, $text]) {
            $resource = $resources[$pages[$url] ?? 0] ?? null;
            $field = TextField::fromKey($key === '' ? 'title' : mb_strtolower($key));
            if (is_numeric($resource) && $field !== null && $text !== '' && mb_strlen($text) <= $field->longest()) {
                $put["$resource $field->value"] = [$campaign, (int) $resource, $field->value, $text];
            }
        }
        CampaignTexts::put(array_values($put));
        $left = count($rows) - count($put);

        return number_format(count($put)).
            ' texts are in it now.'.
            ($left === 0
                ? ''
                : ' '.number_format($left).' rows were left out: no such page or field, no text, or twice.');
    }
}

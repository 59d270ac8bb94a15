<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Platform\Bytes;
use App\Stores\Models\Store;
use App\Tend\Found\FindingType;
use App\Tend\Found\Found;
use Illuminate\Support\Facades\DB;

/** Images that are not there, that have moved, or that weigh too much, as far as they were asked. */
final class ImageAnswers implements PageFinder
{
    /** Bytes from which on an image is heavy. */
    private const HEAVY = 400_000;

    private const TOLD = 6;

    public function __construct(private readonly Store $store)
    {
    }

    public static function types(): array
    {
        return [FindingType::ImageGone, FindingType::ImageMoved, FindingType::HeavyImage];
    }

    public function look(SeenPage $page): iterable
    {
        $images = [];
        foreach ($page->images() as $image) {
            preg_match('~^https?://~', $image['src']) === 1 && ($images[md5($image['src'], true)] = $image['src']);
        }
        if ($images === []) {
            return;
        }
        $by = [];
        foreach (
            DB::select(
                'SELECT digest, status, bytes, moved_to FROM tend_images WHERE store_id = ? AND digest IN ('.
                    Bytes::list(array_map(strval(...), array_keys($images))).
                    ') AND (status <> 200 OR bytes > ?)',
                [$this->store->id, self::HEAVY],
            ) as $row
        ) {
            $status = (int) $row->status;
            $type = match (true) {
                $status === 200 => FindingType::HeavyImage,
                $status >= 300 && $status < 400 => FindingType::ImageMoved,
                // Some servers do not answer HEAD; what says nothing else is not called gone.
                $status === 404 || $status === 410 || $status >= 500 => FindingType::ImageGone,
                default => null,
            };
            $type === null ||
                ($by[$type->value][] = [mb_substr($images[(string) $row->digest], 0, 200), (int) $row->bytes, $status]);
        }
        foreach ($by as $type => $list) {
            usort($list, static fn (array $a, array $b): int => [$b[1], $a[0]] <=> [$a[1], $b[0]]);
            yield new Found(
                FindingType::from($type),
                $page->id,
                ['kind' => $page->kind->value, 'folder' => ImageFinder::folderOf($list[0][0])],
                ['images' => array_slice($list, 0, self::TOLD)],
                count($list),
            );
        }
    }
}

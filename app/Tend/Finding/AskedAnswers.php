<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Platform\Bytes;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Tend\Found\FindingType;
use App\Tend\Found\Found;

/**
 * Images that are not there, have moved or weigh too much, and links to other sites that lead nowhere, as far as they
 * were asked.
 */
final class AskedAnswers implements PageFinder
{
    /** Bytes from which on an image is heavy. */
    private const HEAVY = 400_000;

    private const TOLD = 6;

    public function __construct(private readonly Store $store)
    {
    }

    public static function types(): array
    {
        return [FindingType::ImageGone, FindingType::ImageMoved, FindingType::HeavyImage, FindingType::DeadOutgoing];
    }

    public function look(SeenPage $page): iterable
    {
        $images = $outgoing = [];
        foreach ($page->images() as $image) {
            preg_match('~^https?://~', $image['src']) === 1 && ($images[md5($image['src'], true)] = $image['src']);
        }
        foreach ($page->externals() as $url) {
            $outgoing[md5($url, true)] = $url;
        }
        if ($images === [] && $outgoing === []) {
            return;
        }
        $by = [];
        foreach (
            Rows::all(
                'SELECT digest, status, bytes FROM tend_asked WHERE store_id = ? AND digest IN ('.
                    Bytes::list(array_map(strval(...), array_keys($images + $outgoing))).
                    ') AND (status <> 200 OR bytes > ?)',
                [$this->store->id, self::HEAVY],
            ) as $row
        ) {
            [$digest, $status] = [$row->text('digest'), $row->int('status')];
            // Some servers do not answer HEAD; what says nothing else is not called gone.
            $isGone = $status === 404 || $status === 410;
            if (isset($outgoing[$digest]) && $isGone) {
                $by[FindingType::DeadOutgoing->value][] = [mb_substr($outgoing[$digest], 0, 200), 0, $status];
            }
            $type = match (true) {
                ! isset($images[$digest]) => null,
                $status === 200 => FindingType::HeavyImage,
                $status >= 300 && $status < 400 => FindingType::ImageMoved,
                $isGone || $status >= 500 => FindingType::ImageGone,
                default => null,
            };
            if ($type !== null) {
                $by[$type->value][] = [mb_substr($images[$digest], 0, 200), $row->int('bytes'), $status];
            }
        }
        foreach ($by as $type => $list) {
            usort($list, static fn (array $a, array $b): int => [$b[1], $a[0]] <=> [$a[1], $b[0]]);
            $type = FindingType::from($type);
            yield new Found(
                $type,
                $page->id,
                ['kind' => $page->kind->value] +
                    ($type === FindingType::DeadOutgoing
                        ? ['host' => mb_substr((string) parse_url($list[0][0], PHP_URL_HOST), 0, 100)]
                        : ['folder' => ImageFinder::folderOf($list[0][0])]),
                ['images' => array_slice($list, 0, self::TOLD)],
                count($list),
            );
        }
    }
}

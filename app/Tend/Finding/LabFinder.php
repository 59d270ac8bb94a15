<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Tend\Found\FindingType;
use App\Tend\Found\Found;
use Closure;

/**
 * Pages that came in late, moved, blocked or weighed much when they were measured in a browser. Bounds are those from
 * which the field calls it poor (Web Vitals); of bytes and of a blocked page, with the lab's slow phone in mind, ours.
 */
final readonly class LabFinder implements StoreFinder
{
    /** Milliseconds until the largest part is painted. */
    private const LATE = 4000;

    /** Thousandths of layout shift. */
    private const MOVING = 250;

    /** Milliseconds that scripts keep the page from answering. */
    private const BLOCKED = 1500;

    private const HEAVY_BYTES = 3_000_000;

    /** Weeks after which a page has to be measured again before anything is said of it. */
    private const WEEKS = 13;

    public function __construct(private Store $store)
    {
    }

    public static function types(): array
    {
        return [FindingType::LatePaint, FindingType::MovingPage, FindingType::BlockedPage, FindingType::HeavyLoad];
    }

    public function find(Closure $beat): iterable
    {
        foreach (
            Rows::all(
                'SELECT l.*, t.kind FROM tend_labs l JOIN tend_pages t ON t.store_id = l.store_id
                    AND t.page_id = l.page_id WHERE l.store_id = ? AND l.problem IS NULL AND l.measured_at > ?
                    AND t.indexable = 1',
                [$this->store->id, now()->subWeeks(self::WEEKS)],
            ) as $row
        ) {
            $told = [
                FindingType::LatePaint->value => [$row->int('largest_ms'), self::LATE],
                FindingType::MovingPage->value => [$row->int('shift'), self::MOVING],
                FindingType::BlockedPage->value => [$row->int('blocked_ms'), self::BLOCKED],
                FindingType::HeavyLoad->value => [$row->int('bytes'), self::HEAVY_BYTES],
            ];
            foreach ($told as $type => [$value, $bound]) {
                if ($value > $bound) {
                    yield new Found(
                        FindingType::from($type),
                        $row->int('page_id'),
                        ['kind' => $row->int('kind')],
                        [
                            'value' => $value,
                            'scripts' => $row->int('script_bytes'),
                            'pictures' => $row->int('image_bytes'),
                            'first' => $row->int('first_ms'),
                        ],
                    );
                }
            }
        }
    }
}

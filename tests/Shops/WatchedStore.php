<?php

declare(strict_types=1);

namespace Tests\Shops;

use App\Stores\AddStore;
use App\Stores\Models\Store;
use DateTimeImmutable;
use Illuminate\Support\Str;
use Orchard\Core\Demand\Chance;

/**
 * A store that is known by its files alone: pages with clicks for so many whole weeks, some of which earn more, or
 * less, from a day on. Seven pages in a hundred are far larger than the rest, as in real stores.
 */
final readonly class WatchedStore
{
    /** @param  list<string>  $days  told, the oldest first */
    private function __construct(public Store $store, public array $days)
    {
    }

    /**
     * @param  int  $pages  /p/1 to /p/N
     * @param  array<int, float>  $factors  by page: what its clicks are multiplied with from that day on
     * @param  int  $weeksAgo  on a Monday so many weeks before the end of what is told
     */
    public static function of(int $pages, array $factors, int $weeksAgo, int $weeks = 40, int $seed = 1): self
    {
        $store = app(AddStore::class)->add(
            'Watched',
            'https://watched.example',
            'watched-'.Str::lower(Str::random(10)),
        );
        $days = daysBack(7 * $weeks);
        $from = (new DateTimeImmutable($days[count($days) - 1]))
            ->modify('+1 day')
            ->modify("-$weeksAgo weeks")
            ->format('Y-m-d');
        $chance = new Chance($seed);
        $text = "page,day,clicks,impressions,position\n";
        $season = 0.0;
        $levels = [];
        for ($page = 1; $page <= $pages; $page++) {
            $levels[$page] = exp(0.6 + 0.6 * $chance->normal()) * ($page % 14 === 0 ? 8 : 1);
        }
        foreach ($days as $nth => $day) {
            $nth % 7 === 0 && ($season += 0.04 * $chance->normal());
            foreach ($levels as $page => $level) {
                $mean = $level * exp($season) * ($day >= $from ? $factors[$page] ?? 1.0 : 1.0);
                $clicks = self::count($chance, $mean);
                $shown = (int) round(30 * $level * exp($season)) + 1;
                $text .= "/p/$page,$day,$clicks,$shown,".(3 + ($page % 9))."\n";
            }
        }
        bringIn($store, $text);

        return new self($store->refresh(), $days);
    }

    /** The day of the change, as of() was told it. */
    public function day(int $weeksAgo): string
    {
        return (new DateTimeImmutable($this->days[count($this->days) - 1]))
            ->modify('+1 day')
            ->modify("-$weeksAgo weeks")
            ->format('Y-m-d');
    }

    private static function count(Chance $chance, float $mean): int
    {
        if ($mean > 60) {
            return (int) max(0, round($mean + sqrt($mean) * $chance->normal()));
        }
        $limit = exp(-$mean);
        $product = $chance->uniform();
        for ($count = 0; $product > $limit; $count++) {
            $product *= $chance->uniform();
        }

        return $count;
    }
}

<?php

declare(strict_types=1);

namespace App\Release\Sending;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Work\SliceEnd;
use App\Release\Items\ItemState;
use App\Release\Items\ReleaseItem;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

/**
 * Which item of a release is sent next. Texts of different things go side by side; what changes an address or a file
 * goes by itself, in its order, for one may need what went before it.
 */
final class SendLane
{
    private const IS_DUE = '(not_before IS NULL OR not_before <= UTC_TIMESTAMP())';

    /** Seconds; Retry-After is followed for an hour at most. */
    private const LONGEST_WAIT = 3_660;

    /** Seconds that are waited here; for longer the work is laid down. */
    private const SHORT_WAIT = 2;

    /** Why nothing new is begun. */
    public ?SliceEnd $end = null;

    /** @var array<int, true> items that are under way in this process */
    private array $underWay = [];

    private bool $isTaken = false;

    /** When the shop may be asked again, in seconds since 1970. */
    private float $notBefore = 0.0;

    public function __construct(private readonly int $release)
    {
    }

    /**
     * Null where none is to be begun now: others have to end first, or the lane has ended.
     *
     * @param  int  $running  how many are under way
     */
    public function next(int $running): ?ReleaseItem
    {
        while (! $this->isTaken) {
            $wait = (int) ceil($this->notBefore - microtime(true));
            $item = $wait > 0 ? null : $this->first();
            if ($wait <= 0 && $item === null) {
                return null;
            }
            if ($item !== null && $item->notBefore !== null) {
                $wait = (int) ceil(strtotime($item->notBefore) - time());
                // No shop makes us wait longer: the clock was put back since.
                $wait = $wait > self::LONGEST_WAIT ? 0 : $wait;
            }
            if ($wait <= 0 && $item !== null) {
                $isAlone = self::isAlone($item);
                if ($isAlone && $running > 0) {
                    return null;
                }
                $this->isTaken = $isAlone;
                $this->underWay[$item->id] = true;

                return $item;
            }
            if ($running > 0) {
                return null;
            }
            if ($wait > self::SHORT_WAIT) {
                $this->end = SliceEnd::later($wait);

                return null;
            }
            sleep($wait);
        }

        return null;
    }

    /** @param  int  $pause  seconds that the shop wants to be left alone */
    public function ended(ReleaseItem $item, int $pause): void
    {
        unset($this->underWay[$item->id]);
        $this->isTaken = false;
        $this->notBefore = max($this->notBefore, microtime(true) + $pause);
    }

    /** Whether nothing is left to be sent. */
    public function isEmpty(): bool
    {
        return $this->first() === null;
    }

    private function first(): ?ReleaseItem
    {
        // Intents first: whatever may have been sent is settled before anything new is.
        $row =
            Rows::maybe($this->open(ItemState::Intended)->whereRaw(self::IS_DUE)->orderBy('id')->first()) ??
            (Rows::maybe($this->open(ItemState::Waiting)->whereRaw(self::IS_DUE)->orderBy('id')->first()) ??
                Rows::maybe($this->open(ItemState::Waiting, ItemState::Intended)->orderBy('not_before')->first()));

        return Records::one(ReleaseItem::class, $row);
    }

    private function open(ItemState ...$states): Builder
    {
        return DB::table('release_items')
            ->where('release_id', $this->release)
            ->whereIn('state', array_column($states, 'value'))
            ->whereNotIn('id', array_keys($this->underWay));
    }

    private static function isAlone(ReleaseItem $item): bool
    {
        foreach ($item->changes() as $change) {
            if (! ($change->field instanceof TextField)) {
                return true;
            }
        }

        return false;
    }
}

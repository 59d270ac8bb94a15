<?php

declare(strict_types=1);

namespace App\Write\Review;

use App\Access\Mail\Postbox;
use App\Changes\Review\Reviewer;
use App\Changes\Review\Reviewers;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/**
 * Reminds those who approve of what waits, once a day, from the day before its time is up; deputies are written to,
 * too, where whoever approves is away, or has let it lie too long.
 */
final class Reminders
{
    private const HOURS = 20;

    /**
     * @param  ?Store  $only  null for all stores
     * @return int how many mails were put into the queue
     */
    public function send(?Store $only = null): int
    {
        $sent = 0;
        $with = DB::table('text_reviewers')->distinct()->select('store_id');
        foreach ($only === null ? Store::query()->atWork()->whereIn('id', $with)->get() : [$only] as $store) {
            foreach (Reviewers::waiting($store) as $part) {
                $sent += $this->remind($store, $part['reviewer'], $part['waiting'], $part['due'], $part['soon']);
            }
        }

        return $sent;
    }

    private function remind(Store $store, Reviewer $reviewer, int $waiting, int $late, int $soon): int
    {
        if ($late + $soon === 0) {
            return 0;
        }
        if (! Reviewers::remind($reviewer, self::HOURS)) {
            return 0;
        }
        $people = array_filter([
            $reviewer->isAway() ? null : $reviewer->userId,
            $reviewer->isAway() || $late > 0 ? $reviewer->deputyId : null,
        ]);
        $to = DB::table('users')->whereIn('id', $people)->pluck('email')->all();
        $reviewer->guestEmail === null || $reviewer->isAway() || ($to[] = $reviewer->guestEmail);
        foreach ($to as $address) {
            $link =
                $address === $reviewer->guestEmail ? null : route('write.review', [$store, 'part' => $reviewer->id]);
            Postbox::send(Typed::text($address), new ReviewMail($store->name, $waiting, $late, $link));
        }

        return count($to);
    }
}

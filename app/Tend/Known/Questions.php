<?php

declare(strict_types=1);

namespace App\Tend\Known;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** Whom somebody has asked about a page, what, and what was answered. */
final class Questions
{
    private const SHOWN = 20;

    /** @return list<Question> the newest first */
    public static function of(Store $store, int $page): array
    {
        return Records::of(
            Question::class,
            Rows::of(
                DB::table('tend_questions')
                    ->where('store_id', $store->id)
                    ->where('page_id', $page)
                    ->orderByDesc('id')
                    ->limit(self::SHOWN)
                    ->get(),
            ),
        );
    }

    /** @param  array{asked: string, question: string}  $what  whom, and what */
    public static function ask(Store $store, int $page, array $what, ?int $user): void
    {
        DB::table('tend_questions')->insert([
            'store_id' => $store->id,
            'page_id' => $page,
            'asked' => $what['asked'],
            'question' => $what['question'],
            'asked_by' => $user,
            'asked_at' => now(),
        ]);
    }

    /** @return bool whether the store has such a question */
    public static function answer(Store $store, int $question, string $answer, ?int $user): bool
    {
        $known = DB::table('tend_questions')->where('store_id', $store->id)->where('id', $question);
        if ($known->doesntExist()) {
            return false;
        }
        $known->update(['answer' => $answer, 'answered_by' => $user, 'answered_at' => now()]);

        return true;
    }
}

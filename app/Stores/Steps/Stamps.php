<?php

declare(strict_types=1);

namespace App\Stores\Steps;

use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;

/**
 * What screens follow: a stamp for each topic that differs as soon as something of it was changed, by whomever. Stamps
 * are read from the data itself, so that no writer has to remember to tell. The frame asks for them every few seconds
 * and after each save; what stands on a screen asks again where the stamp of a topic that it follows has changed
 * (frame.js, the Blade directive follows).
 */
final class Stamps
{
    /** @var array<string, string> SQL by topic */
    private array $topics = [];

    /**
     * @param  string  $topic  lower case letters alone: it becomes the name of an event
     * @param  string  $stamp  a scalar in SQL, of rows that an index finds; :store stands for the store's number
     */
    public function register(string $topic, string $stamp): void
    {
        $this->topics[$topic] = $stamp;
    }

    /**
     * All of them by one query: every screen asks for them. What is learned from the history (lists of pages, causes)
     * has to be learned before; whoever asks what waits in the steps has done so.
     *
     * @return array<string, string> by topic
     */
    public function of(Store $store): array
    {
        if ($this->topics === []) {
            return [];
        }
        $columns = array_map(
            static fn (string $stamp, string $topic): string => "($stamp) AS $topic",
            $this->topics,
            array_keys($this->topics),
        );

        return Typed::texts(
            (array) Rows::sole(str_replace(':store', (string) $store->id, 'SELECT '.implode(', ', $columns))),
        );
    }

    /**
     * What an element waits for that asks for a fragment of its own where a topic has changed; behind another trigger.
     */
    public static function triggers(string ...$topics): string
    {
        return implode(
            '',
            array_map(static fn (string $topic): string => ", follow-$topic from:body delay:150ms", $topics),
        );
    }

    /**
     * Attributes of an element that asks its screen again for itself where one of the topics has changed: what the
     * directive follows writes.
     */
    public static function attributes(string $id, string ...$topics): string
    {
        $request = request();

        return sprintf(
            'id="%1$s" hx-get="%2$s" hx-select="#%1$s" hx-trigger="%3$s" hx-swap="outerMorph"',
            e($id),
            e($request->fullUrl()),
            implode(
                ', ',
                array_map(static fn (string $topic): string => "follow-$topic from:body delay:150ms", $topics),
            ),
        );
    }
}

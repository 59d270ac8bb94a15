<?php

declare(strict_types=1);

namespace App\Connectors\Shop;

use App\Connectors\Shop\Mapping\ItemList;
use App\Connectors\Shop\Mapping\Pointer;
use App\Connectors\Shop\Mapping\RequestShape;
use App\Connectors\Shop\Mapping\ShopMapping;
use App\Connectors\Shop\Mapping\SignedHttp;

/** A shop's admin API, asked and written as its mapping says. */
final readonly class MappedShop implements ShopAdmin
{
    /** Things that are worked on side by side at most. */
    private const MOST_AT_ONCE = 8;

    /** The same where the shop does not tell its rate, which is found by being asked to wait. */
    private const AT_ONCE_UNTOLD = 3;

    private MappedAnswers $answers;

    /** @var array<string, MappedAddresses> by what an id begins with */
    private array $settings;

    public function __construct(private SignedHttp $http, private ShopMapping $mapping)
    {
        $this->answers = new MappedAnswers($http, $mapping);
        $this->settings = [
            self::ADDRESS => new MappedAddresses(
                $http,
                $this->answers,
                self::ADDRESS,
                $mapping->addresses,
                $mapping->redirects,
            ),
            self::FILE => new MappedAddresses($http, $this->answers, self::FILE, $mapping->files, null),
        ];
    }

    public function atOnce(): int
    {
        // Two requests a thing: enough of them fill the stated rate where an answer takes up to a second.
        return $this->mapping->perSecond > 0
            ? max(1, min(self::MOST_AT_ONCE, (int) ceil($this->mapping->perSecond)))
            : self::AT_ONCE_UNTOLD;
    }

    /** @throws ShopUnavailable */
    public function list(?string $after): ResourceBatch
    {
        [$place, $mark] =
            $after === null
                ? [0, null]
                : [(int) $after, str_contains($after, ' ') ? substr((string) strstr($after, ' '), 1) : null];
        $list =
            $this->mapping->lists[$place] ?? throw ShopUnavailable::garbled('a list that the mapping no longer has.');
        [$entries, $next] = $this->page($list, $mark);
        $resources = array_map(
            fn (mixed $entry): ShopResource => $this->resource($list, $list->inside($entry)),
            $entries,
        );
        $following =
            $next !== null ? "$place $next" : (isset($this->mapping->lists[$place + 1]) ? (string) ($place + 1) : null);

        return new ResourceBatch($resources, $following);
    }

    /**
     * One page of a list as the shop gives it.
     *
     * @return array{list<mixed>, ?string} entries, and the mark of the next page
     *
     * @throws ShopUnavailable
     */
    private function page(ItemList $list, ?string $mark): array
    {
        $request = $list->paging->ask($list->list->filled(['cursor' => $mark ?? '']), $mark);
        $answer = $this->http->send($list->list->method, $request);
        $data = $this->answers->data($answer, $request['path']);
        $entries = $list->items->read($data);
        if (! is_array($entries)) {
            throw ShopUnavailable::garbled(
                "the list \"{$list->name}\" is not where the mapping looks for it. Fetch a sample under Connect ".
                    'the shop and click on the list.',
            );
        }
        $link = $answer->headers['link'] ?? [];
        $next = $link === [] ? null : $this->nextLink($link);

        return [array_values($entries), $list->paging->after($mark, $data, count($entries), $next)];
    }

    /** @throws ShopUnavailable */
    public function read(string $id): ShopResource
    {
        $setting = $this->setting($id);
        if ($setting !== null) {
            return $setting->read($id);
        }
        [$list, $own] = $this->find($id);
        $read =
            $list->read ??
            throw ShopUnavailable::cannot("the mapping does not say how one of \"{$list->name}\" is read.");
        $request = $read->request->filled(['id' => $own]);
        $answer = $this->http->send($read->request->method, $request);
        $item = $read->item->read($this->answers->data($answer, $request['path']));
        if (! is_array($item)) {
            throw ShopUnavailable::garbled('the thing that was read is not where the mapping looks for it.');
        }
        $version = $read->versionHeader === null ? null : (string) $answer->header(strtolower($read->versionHeader));

        return $list->resource($item, $version)->named($id);
    }

    /** @throws ShopUnavailable */
    public function hits(): array
    {
        $form = $this->mapping->hits;
        if ($form === null) {
            throw ShopUnavailable::cannot('its mapping does not say where it counts how often redirects are used.');
        }
        $list = RequestShape::of($form->list);
        $request = $list->filled([]);
        $entries = Pointer::of((string) $form->items)->read(
            $this->answers->data($this->http->send($list->method, $request), $request['path']),
        );
        $hits = [];
        foreach (is_array($entries) ? $entries : [] as $entry) {
            $target = Pointer::of((string) $form->target)->text($entry);
            $count = Pointer::of((string) $form->count)->text($entry);
            $last = isset($form->last) ? Pointer::of((string) $form->last)->text($entry) : null;
            if ($target !== null && is_numeric($count)) {
                $hits[$target] = [
                    (int) $count,
                    $last !== null && preg_match('/^\d{4}-\d\d-\d\d$/', $last) === 1 ? $last : null,
                ];
            }
        }

        return $hits;
    }

    public function write(ShopResource $read, array $fields): WriteOutcome
    {
        try {
            return $this->setting($read->id)?->write($read, $fields) ?? $this->writeItem($read, $fields);
        } catch (ShopUnavailable $unavailable) {
            return MappedAnswers::outcome($unavailable, isWriting: false);
        }
    }

    /**
     * The requests by which fields would be written, as people read them; nothing is sent.
     *
     * @param  array<string, string>  $fields
     * @return list<string>
     *
     * @throws ShopUnavailable
     */
    public function dry(ShopResource $read, array $fields): array
    {
        [$list, $own] = $this->find($read->id);
        $write =
            $list->write ??
            throw ShopUnavailable::cannot("the mapping does not say how one of \"{$list->name}\" is written.");

        return array_map(
            fn (array $some): string => $this->http->inWords(
                $write->request->method,
                $write->request(
                    $some,
                    ['id' => $own, 'version' => $read->version, 'number' => $read->number],
                    $read->records,
                ),
            ),
            MappedAnswers::portions($write, $fields),
        );
    }

    /** Null where the id is that of a thing of the shop's. */
    private function setting(string $id): ?MappedAddresses
    {
        return $this->settings[(strstr($id, ':', true) ?: '').':'] ?? null;
    }

    /** @param  array<string, string>  $fields */
    private function writeItem(ShopResource $read, array $fields): WriteOutcome
    {
        [$list, $own] = $this->find($read->id);
        $write = $list->write;
        if ($write === null) {
            return WriteOutcome::refused("The mapping does not say how one of \"{$list->name}\" is written.");
        }
        foreach (array_keys($fields) as $field) {
            if (! $list->can($field)) {
                return WriteOutcome::refused("The mapping does not say how $field is written to \"{$list->name}\".");
            }
        }
        $answer = null;
        foreach (MappedAnswers::portions($write, $fields) as $some) {
            $values = ['id' => $own, 'version' => $read->version, 'number' => $read->number];
            $sent = $this->answers->sent($write, $write->request($some, $values, $read->records));
            if ($sent instanceof WriteOutcome) {
                // Of several requests the first ones may be done: what holds now must be read.
                return $answer === null ? $sent : WriteOutcome::unknown($sent->reason, $sent->waitSeconds);
            }
            $answer = $sent;
        }
        try {
            $item =
                $write->item === null || $write->each
                    ? null
                    : $write->item->read(json_decode((string) $answer?->body, true, 64));
            $header = $list->read?->versionHeader;
            if (
                is_array($item) &&
                $list->hasVersion() &&
                ($header === null || $answer?->header(strtolower($header)) !== null)
            ) {
                return WriteOutcome::applied(
                    $list
                        ->resource($item, $header === null ? null : $answer?->header(strtolower($header)))
                        ->named($read->id),
                );
            }

            return WriteOutcome::applied($this->read($read->id));
        } catch (ShopUnavailable $unavailable) {
            return WriteOutcome::unknown($unavailable->getMessage(), $unavailable->retryAfter ?? 0);
        }
    }

    /** @return array{ItemList, string} */
    private function find(string $id): array
    {
        return $this->mapping->find($id) ??
            throw ShopUnavailable::cannot("the mapping has no list that \"$id\" could be in.");
    }

    private function resource(ItemList $list, mixed $item): ShopResource
    {
        $resource = $list->resource($item);

        return $resource->named($this->mapping->idOf($list, $resource->id));
    }

    /** @param  list<string>  $headers */
    private function nextLink(array $headers): ?string
    {
        foreach ($headers as $header) {
            if (preg_match('/<([^>]+)>\s*;[^,]*\brel\s*=\s*"?[^",;]*\bnext\b/i', $header, $found) === 1) {
                return $this->http->pathOf($found[1]) ??
                    throw ShopUnavailable::garbled('the next page of a list is on another host.');
            }
        }

        return null;
    }
}

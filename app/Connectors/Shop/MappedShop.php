<?php

declare(strict_types=1);

namespace App\Connectors\Shop;

use App\Connectors\Http\HttpAnswer;
use App\Connectors\Shop\Mapping\ItemList;
use App\Connectors\Shop\Mapping\ItemWriting;
use App\Connectors\Shop\Mapping\Pointer;
use App\Connectors\Shop\Mapping\RequestShape;
use App\Connectors\Shop\Mapping\ShopMapping;
use App\Connectors\Shop\Mapping\SignedHttp;

/** A shop's admin API, asked and written as its mapping says. */
final readonly class MappedShop implements ShopAdmin
{
    public function __construct(private SignedHttp $http, private ShopMapping $mapping)
    {
    }

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
        $data = $this->data($answer, $request['path']);
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

    public function read(string $id): ShopResource
    {
        if (str_starts_with($id, self::ADDRESS)) {
            return $this->readAddress($id);
        }
        [$list, $own] = $this->find($id);
        $read =
            $list->read ??
            throw ShopUnavailable::cannot("the mapping does not say how one of \"{$list->name}\" is read.");
        $request = $read->request->filled(['id' => $own]);
        $answer = $this->http->send($read->request->method, $request);
        $item = $read->item->read($this->data($answer, $request['path']));
        if (! is_array($item)) {
            throw ShopUnavailable::garbled('the thing that was read is not where the mapping looks for it.');
        }
        $version = $read->versionHeader === null ? null : (string) $answer->header(strtolower($read->versionHeader));

        return $list->resource($item, $version)->named($id);
    }

    public function hits(): array
    {
        $form = $this->mapping->hits;
        if ($form === null) {
            throw ShopUnavailable::cannot('its mapping does not say where it counts how often redirects are used.');
        }
        $list = RequestShape::of($form->list);
        $request = $list->filled([]);
        $entries = Pointer::of((string) $form->items)->read(
            $this->data($this->http->send($list->method, $request), $request['path']),
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
            return str_starts_with($read->id, self::ADDRESS)
                ? $this->writeAddress($read, $fields)
                : $this->writeItem($read, $fields);
        } catch (ShopUnavailable $unavailable) {
            return self::outcome($unavailable, isWriting: false);
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
            self::portions($write, $fields),
        );
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
        foreach (self::portions($write, $fields) as $some) {
            $values = ['id' => $own, 'version' => $read->version, 'number' => $read->number];
            $sent = $this->sent($write, $write->request($some, $values, $read->records));
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

    /**
     * @param  array{path: string, headers: array<string, string>, body: \stdClass|list<mixed>|null}  $request
     * @return HttpAnswer|WriteOutcome the answer where the shop has done it
     */
    private function sent(ItemWriting $write, array $request): HttpAnswer|WriteOutcome
    {
        $answer = $this->http->send($write->request->method, $request);
        if (in_array($answer->status, $write->moved, true)) {
            return WriteOutcome::moved();
        }
        try {
            $this->data($answer, $request['path'], isWriting: true);
        } catch (ShopUnavailable $unavailable) {
            return self::outcome($unavailable, isWriting: true);
        }

        return $answer;
    }

    /**
     * @param  array<string, string>  $fields
     * @return list<array<string, string>> what goes in one request each
     */
    private static function portions(ItemWriting $write, array $fields): array
    {
        return $write->each
            ? array_map(static fn (string $field): array => [$field => $fields[$field]], array_keys($fields))
            : [$fields];
    }

    private function readAddress(string $id): ShopResource
    {
        $target = substr($id, strlen(self::ADDRESS));
        $fields = [];
        $version = '';
        $settings = $this->mapping->addresses;
        if ($settings !== null) {
            $request = $settings->read->request->filled(['target' => $target]);
            $answer = $this->http->send($settings->read->request->method, $request);
            $item = $settings->read->item->read($this->data($answer, $request['path']));
            foreach ($settings->fields as $field => $place) {
                $field === 'version' ? ($version = $place->text($item)) : ($fields[$field] = $place->text($item));
            }
            $header = $settings->read->versionHeader;
            if ($version === '' && ! isset($settings->fields['version'])) {
                $version =
                    $header === null
                        ? 'read '.md5(serialize($fields))
                        : (string) $answer->header(strtolower($header));
            } elseif ($version === '') {
                throw ShopUnavailable::garbled('an address without version');
            }
        }
        $records = [];
        if ($this->mapping->redirects !== null) {
            [$records['redirect'], $fields['redirect']] = $this->redirectOf($target) ?? ['', ''];
            $version .= '|'.$records['redirect'].'|'.md5($fields['redirect']);
        }
        if ($fields === []) {
            throw ShopUnavailable::cannot(
                'its mapping does not say where canonicals, robots or redirects of single addresses are kept.',
            );
        }

        return new ShopResource($id, 'address', $version, $target, '', $fields, [], '', $records);
    }

    /** @return ?array{string, string} number and target of the record that redirects the address */
    private function redirectOf(string $target): ?array
    {
        $form = $this->mapping->redirects ?? throw new \LogicException('No redirects are mapped.');
        $request = $form->find->filled(['target' => $target]);
        $entries = $form->items->read($this->data($this->http->send($form->find->method, $request), $request['path']));
        foreach (is_array($entries) ? $entries : [] as $entry) {
            if ($form->from->text($entry) === $target) {
                return [(string) $form->record->text($entry), (string) $form->to->text($entry)];
            }
        }

        return null;
    }

    /** @param  array<string, string>  $fields */
    private function writeAddress(ShopResource $read, array $fields): WriteOutcome
    {
        $target = substr($read->id, strlen(self::ADDRESS));
        $settings = $this->mapping->addresses;
        $isRecord = isset($fields['redirect']) && $this->mapping->redirects !== null;
        $redirect = $fields['redirect'] ?? '';
        $others = $isRecord ? array_diff_key($fields, ['redirect' => 0]) : $fields;
        // Before anything is sent: what is half known is not half written.
        foreach (array_keys($others) as $field) {
            if ($settings === null || ! $settings->can($field)) {
                return WriteOutcome::refused("The mapping does not say how $field of a single address is set.");
            }
        }
        $problem = $isRecord ? $this->writeRedirect($target, $read->records['redirect'] ?? '', $redirect) : null;
        if ($problem !== null) {
            return $problem;
        }
        $isBegun = $isRecord;
        $version = explode('|', $read->version)[0];
        foreach ($settings === null || $others === [] ? [] : self::portions($settings->write, $others) as $some) {
            $request = $settings?->write->request($some, ['target' => $target, 'version' => $version]);
            $sent = $settings === null || $request === null ? null : $this->sent($settings->write, $request);
            if ($sent instanceof WriteOutcome) {
                // A part of it is done: what holds now must be read.
                return $isBegun ? WriteOutcome::unknown($sent->reason, $sent->waitSeconds) : $sent;
            }
            $isBegun = true;
        }
        try {
            return WriteOutcome::applied($this->read($read->id));
        } catch (ShopUnavailable $unavailable) {
            return WriteOutcome::unknown($unavailable->getMessage(), $unavailable->retryAfter ?? 0);
        }
    }

    /** @return ?WriteOutcome null where it is done */
    private function writeRedirect(string $target, string $record, string $to): ?WriteOutcome
    {
        $form = $this->mapping->redirects ?? throw new \LogicException('No redirects are mapped.');
        if ($to === 'gone') {
            return WriteOutcome::refused('This shop’s redirects cannot say that something is gone.');
        }
        $steps = match (true) {
            $to === '' => $record === '' ? [] : [$form->remove],
            $record === '' => [$form->create],
            $form->change !== null => [$form->change],
            default => [$form->remove, $form->create],
        };
        foreach ($steps as $done => $step) {
            $request = $step->filled(['target' => $target, 'value' => $to, 'record' => $record]);
            try {
                $this->data($this->http->send($step->method, $request), $request['path'], isWriting: true);
            } catch (ShopUnavailable $unavailable) {
                return $done > 0
                    ? WriteOutcome::unknown($unavailable->getMessage(), $unavailable->retryAfter ?? 0)
                    : self::outcome($unavailable, isWriting: true);
            }
        }

        return null;
    }

    /** What an answer that is none means for a write. */
    private static function outcome(ShopUnavailable $unavailable, bool $isWriting): WriteOutcome
    {
        return match (true) {
            $unavailable->status === 429 => WriteOutcome::notNow(
                'The shop asks to wait.',
                // Without a word of when, the next request goes at the pace that was found.
                $unavailable->retryAfter ?? 0,
            ),
            $unavailable->isLockedOut() => WriteOutcome::lockedOut($unavailable->getMessage()),
            $unavailable->isFinal() => WriteOutcome::refused($unavailable->getMessage()),
            // Before anything was sent, nothing can have been done.
            ! $isWriting => WriteOutcome::notNow($unavailable->getMessage(), max(1, $unavailable->retryAfter ?? 1)),
            default => WriteOutcome::unknown($unavailable->getMessage(), $unavailable->retryAfter ?? 0),
        };
    }

    /**
     * What an answer says; throws where it is no answer, or an error, be it one that comes with status 200.
     *
     * @param  bool  $isWriting  then an empty answer is one, too
     * @return array<array-key, mixed>
     *
     * @throws ShopUnavailable
     */
    private function data(HttpAnswer $answer, string $asked, bool $isWriting = false): array
    {
        if ($answer->status === 0) {
            throw ShopUnavailable::silent((string) $answer->problem);
        }
        $data = json_decode($answer->body, true, 64);
        if ($answer->status < 200 || $answer->status >= 300) {
            throw ShopUnavailable::answered(
                $answer->status,
                $this->detail($data),
                $answer->retryAfter(),
                strtok($asked, '?') ?: $asked,
            );
        }
        if ($answer->cut) {
            throw ShopUnavailable::garbled('more than 20 MB at once. Ask for fewer on a page.');
        }
        if (! is_array($data)) {
            if ($isWriting && trim($answer->body) === '') {
                return [];
            }
            throw ShopUnavailable::garbled('no JSON object');
        }
        $error = $this->mapping->errorAt?->read($data);
        if ($error !== null && $error !== [] && $error !== '' && $error !== false) {
            $text = mb_strtolower((string) json_encode($error, JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE));
            $mustWait = array_filter(
                $this->mapping->waitWords,
                static fn (string $word): bool => str_contains($text, mb_strtolower($word)),
            );
            throw ShopUnavailable::answered($mustWait === [] ? 422 : 429, $this->detail($data), $answer->retryAfter());
        }

        return $data;
    }

    private function detail(mixed $data): string
    {
        $mapped = $this->mapping->errorMessage?->text($data);
        if ($mapped !== null && $mapped !== '') {
            return mb_substr($mapped, 0, 300);
        }
        foreach (
            [
                '/detail',
                '/message',
                '/error/message',
                '/error_description',
                '/error',
                '/errors/0/message',
                '/errors/0',
                '/title',
            ] as $usual
        ) {
            $text = Pointer::of($usual)->read($data);
            if (is_string($text) && $text !== '') {
                return mb_substr($text, 0, 300);
            }
        }

        return '';
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

<?php

declare(strict_types=1);

namespace App\Connectors\Shop;

use App\Connectors\Shop\Mapping\AddressSettings;
use App\Connectors\Shop\Mapping\RedirectRecords;
use App\Connectors\Shop\Mapping\SignedHttp;

/**
 * What a shop keeps of single addresses (canonical, robots, redirect) or of files at its root, read and written as its
 * mapping says.
 */
final readonly class MappedAddresses
{
    public function __construct(
        private SignedHttp $http,
        private MappedAnswers $answers,
        private string $prefix,
        private ?AddressSettings $settings,
        private ?RedirectRecords $redirects,
    ) {
    }

    /** @throws ShopUnavailable */
    public function read(string $id): ShopResource
    {
        $target = substr($id, strlen($this->prefix));
        $fields = [];
        $version = '';
        $settings = $this->settings;
        if ($settings !== null) {
            $request = $settings->read->request->filled(['target' => $target]);
            $answer = $this->http->send($settings->read->request->method, $request);
            $item = $settings->read->item->read($this->answers->data($answer, $request['path']));
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
        if ($this->redirects !== null) {
            [$records['redirect'], $fields['redirect']] = $this->redirectOf($target) ?? ['', ''];
            $version .= '|'.$records['redirect'].'|'.md5($fields['redirect']);
        }
        if ($fields === []) {
            throw ShopUnavailable::cannot(
                $this->prefix === ShopAdmin::FILE
                    ? 'its mapping does not say where files at its root are kept.'
                    : 'its mapping does not say where canonicals, robots or redirects of single addresses are kept.',
            );
        }

        return new ShopResource($id, 'address', $version, $target, '', $fields, [], '', $records);
    }

    /** @return ?array{string, string} number and target of the record that redirects the address */
    private function redirectOf(string $target): ?array
    {
        $form = $this->redirects ?? throw new \LogicException('No redirects are mapped.');
        $request = $form->find->filled(['target' => $target]);
        $entries = $form->items->read(
            $this->answers->data($this->http->send($form->find->method, $request), $request['path']),
        );
        foreach (is_array($entries) ? $entries : [] as $entry) {
            if ($form->from->text($entry) === $target) {
                return [(string) $form->record->text($entry), (string) $form->to->text($entry)];
            }
        }

        return null;
    }

    /** @param  array<string, string>  $fields */
    public function write(ShopResource $read, array $fields): WriteOutcome
    {
        $target = substr($read->id, strlen($this->prefix));
        $settings = $this->settings;
        $isRecord = isset($fields['redirect']) && $this->redirects !== null;
        $redirect = $fields['redirect'] ?? '';
        $others = $isRecord ? array_diff_key($fields, ['redirect' => 0]) : $fields;
        // Before anything is sent: what is half known is not half written.
        foreach (array_keys($others) as $field) {
            if ($settings === null || ! $settings->can($field)) {
                return WriteOutcome::refused("The mapping does not say how $field is set.");
            }
        }
        $problem = $isRecord ? $this->writeRedirect($target, $read->records['redirect'] ?? '', $redirect) : null;
        if ($problem !== null) {
            return $problem;
        }
        $isBegun = $isRecord;
        $version = explode('|', $read->version)[0];
        foreach (
            $settings === null || $others === [] ? [] : MappedAnswers::portions($settings->write, $others) as $some
        ) {
            $request = $settings?->write->request($some, ['target' => $target, 'version' => $version]);
            $sent = $settings === null || $request === null ? null : $this->answers->sent($settings->write, $request);
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
        $form = $this->redirects ?? throw new \LogicException('No redirects are mapped.');
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
                $this->answers->data($this->http->send($step->method, $request), $request['path'], isWriting: true);
            } catch (ShopUnavailable $unavailable) {
                return $done > 0
                    ? WriteOutcome::unknown($unavailable->getMessage(), $unavailable->retryAfter ?? 0)
                    : MappedAnswers::outcome($unavailable, isWriting: true);
            }
        }

        return null;
    }
}

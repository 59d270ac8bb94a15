<?php

declare(strict_types=1);

namespace App\Release\Http;

use App\Platform\Typed;
use App\Release\Making\Ready;
use App\Release\ReleaseWish;
use App\Stores\Models\Store;
use Illuminate\Foundation\Http\FormRequest;

/** Which of what is ready is to go, and how much of it first. */
final class SendRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'drafts' => ['array', 'max:1000'],
            'drafts.*' => ['integer', 'min:1'],
            'changes' => ['array', 'max:1000'],
            'changes.*' => ['integer', 'min:1'],
            'scope' => ['required', 'in:all,texts,addresses,approved,ticked'],
            'part' => ['nullable', 'integer', 'between:1,100'],
            'name' => ['nullable', 'string', 'max:120'],
            'at' => ['nullable', 'date_format:Y-m-d\TH:i'],
            'rest' => ['nullable', 'date_format:Y-m-d\TH:i'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['at.date_format' => 'At which hour?', 'rest.date_format' => 'At which hour does the rest go?'];
    }

    public function wish(Store $store): ReleaseWish
    {
        return new ReleaseWish(
            $this->drafts($store),
            $this->addresses($store),
            $this->string('name')->trim()->value() ?: null,
            Typed::int($this->input('part', '100')) ?: 100,
        );
    }

    /** @return ?list<int> null for all that are ready */
    private function drafts(Store $store): ?array
    {
        return match ($this->input('scope')) {
            'all', 'texts' => null,
            'addresses' => [],
            'approved' => Ready::approvedIds('drafts', $store),
            default => $this->ticked('drafts'),
        };
    }

    /** @return ?list<int> null for all that are ready */
    private function addresses(Store $store): ?array
    {
        return match ($this->input('scope')) {
            'all', 'addresses' => null,
            'texts' => [],
            'approved' => Ready::approvedIds('address_changes', $store),
            default => $this->ticked('changes'),
        };
    }

    /** @return list<int> */
    private function ticked(string $key): array
    {
        return array_values(
            array_map(static fn (mixed $id): int => is_numeric($id) ? (int) $id : 0, $this->collect($key)->all()),
        );
    }
}

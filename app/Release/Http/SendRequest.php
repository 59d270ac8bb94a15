<?php

declare(strict_types=1);

namespace App\Release\Http;

use App\Changes\DraftState;
use App\Platform\Typed;
use App\Release\Releases;
use App\Stores\Models\Store;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\DB;

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

    /** @return ?list<int> null for all that are ready */
    public function drafts(Store $store): ?array
    {
        return match ($this->input('scope')) {
            'all', 'texts' => null,
            'addresses' => [],
            'approved' => self::approved('drafts', $store),
            default => $this->ticked('drafts'),
        };
    }

    /** @return ?list<int> null for all that are ready */
    public function addresses(Store $store): ?array
    {
        return match ($this->input('scope')) {
            'all', 'addresses' => null,
            'texts' => [],
            'approved' => self::approved('address_changes', $store),
            default => $this->ticked('changes'),
        };
    }

    public function part(): int
    {
        return Typed::int($this->input('part', '100')) ?: 100;
    }

    public function name(): string
    {
        return $this->string('name')->trim()->value();
    }

    /** @return list<int> */
    private function ticked(string $key): array
    {
        return array_values(
            array_map(static fn (mixed $id): int => is_numeric($id) ? (int) $id : 0, $this->collect($key)->all()),
        );
    }

    /** @return list<int> */
    private static function approved(string $table, Store $store): array
    {
        return array_values(
            array_map(
                static fn (mixed $id): int => is_numeric($id) ? (int) $id : 0,
                DB::table($table)
                    ->where('store_id', $store->id)
                    ->where('state', DraftState::Ready->value)
                    ->whereNotNull('approved_at')
                    ->orderBy('id')
                    ->limit(Releases::MOST_ITEMS)
                    ->pluck('id')
                    ->all(),
            ),
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Platform\House;

use App\Platform\Typed;
use Illuminate\Support\Facades\DB;

/** The rooms of the application by app/house.php and by its folders: a folder that the map does not name is a step. */
final readonly class HousePlan
{
    /** @param  array<string, array{keeps: string, tables: list<string>, knows: list<string>}>  $kernels */
    private function __construct(private array $kernels)
    {
    }

    public static function read(): self
    {
        /** @var array<string, array{keeps: string, tables: list<string>, knows: list<string>}> $kernels */
        $kernels = require app_path('house.php');

        return new self($kernels);
    }

    /** @return list<string> kernels first, from the ground up; then the steps */
    public function rooms(): array
    {
        $folders = array_map(basename(...), glob(app_path('*'), GLOB_ONLYDIR) ?: []);

        return [...array_keys($this->kernels), ...array_values(array_diff($folders, array_keys($this->kernels)))];
    }

    public function isStep(string $room): bool
    {
        return ! isset($this->kernels[$room]);
    }

    /** @return list<string> rooms whose classes this one may use */
    public function knows(string $room): array
    {
        return $this->kernels[$room]['knows'] ?? array_keys($this->kernels);
    }

    /** The room that alone writes a table; null for a table that nobody has. */
    public function owner(string $table): ?string
    {
        foreach ($this->kernels as $room => $plan) {
            if (in_array($table, $plan['tables'], true)) {
                return $room;
            }
        }
        foreach ($this->rooms() as $room) {
            if ($this->isStep($room) && str_starts_with($table, strtolower($room).'_')) {
                return $room;
            }
        }

        return null;
    }

    /** @return list<string> all tables of the database, without the one of migrations */
    public static function tables(): array
    {
        return array_values(
            Typed::texts(
                DB::table('information_schema.tables')
                    ->where('table_schema', DB::getDatabaseName())
                    ->where('table_type', 'BASE TABLE')
                    ->where('table_name', '<>', 'migrations')
                    ->orderBy('table_name')
                    ->pluck('table_name')
                    ->all(),
            ),
        );
    }

    /** The plan as a table in Markdown. */
    public function markdown(): string
    {
        $lines = ['| room | keeps | alone writes | may know |', '|---|---|---|---|'];
        $tables = self::tables();
        foreach ($this->rooms() as $room) {
            $own = array_filter($tables, fn (string $table): bool => $this->owner($table) === $room);
            $keeps = $this->kernels[$room]['keeps'] ?? ($own === [] ? 'the sample store' : 'a step');
            $knows = $this->isStep($room) ? 'all kernels, no step' : implode(', ', $this->knows($room));
            $lines[] = "| $room | $keeps | ".implode(', ', $own)." | $knows |";
        }

        return implode("\n", $lines)."\n";
    }
}

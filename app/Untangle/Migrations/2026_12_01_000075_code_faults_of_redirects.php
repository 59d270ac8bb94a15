<?php

declare(strict_types=1);

use App\Platform\Database\ColumnComments;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** What is wrong with a line of the book becomes a type with what it names, as all judges keep their reasons. */
return new class extends Migration
{
    private const LONGEST = 1000;

    private const ANOTHER = 'another line sends it to ';

    private const ROUND = 'goes round: ';

    public function up(): void
    {
        DB::statement('ALTER TABLE untangle_redirects MODIFY fault VARCHAR('.self::LONGEST.') NULL');
        for ($after = 0; ; $after = (int) $rows[count($rows) - 1]->id) {
            $rows = DB::select(
                "SELECT id, fault FROM untangle_redirects WHERE id > ? AND fault IS NOT NULL AND fault NOT LIKE '[%'
                    ORDER BY id LIMIT 1000",
                [$after],
            );
            if ($rows === []) {
                break;
            }
            foreach ($rows as $row) {
                DB::table('untangle_redirects')
                    ->where('id', $row->id)
                    ->update(['fault' => $this->code((string) $row->fault)]);
            }
        }
        ColumnComments::say([
            'JSON: list of Orchard\\Core\\Reasons\\Reason, of RedirectFault; NULL where it is sent' => [
                'untangle_redirects.fault',
            ],
        ]);
    }

    private function code(string $words): string
    {
        $of = match (true) {
            str_starts_with($words, self::ANOTHER) => [
                'another-line',
                str_replace('nowhere (gone)', '', substr($words, strlen(self::ANOTHER))),
            ],
            str_starts_with($words, self::ROUND) => [
                'goes-round',
                ...array_slice(explode(' → ', substr($words, strlen(self::ROUND))), 0, 7),
            ],
            default => ['live-page', (int) preg_replace('/\D/', '', $words)],
        };

        return json_encode(
            [$of],
            JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR,
        );
    }
};

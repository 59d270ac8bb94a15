<?php

declare(strict_types=1);

namespace Fennmoor;

/** Files out and in: wares as this shop's bookkeeper likes them, departments as its web designer does. */
final readonly class Sheets
{
    private const COLUMNS = [
        'wares.csv' => [
            'Ware no' => 'no',
            'Page' => '',
            'Name' => 'name',
            'Headline for search' => 'headline',
            'Teaser' => 'teaser',
            'Story' => 'story',
            'Glaze' => 'glaze',
            'Price gross' => 'price',
            'Stock' => 'stock',
        ],
        'departments.tsv' => [
            'code' => 'code',
            'address' => '',
            'label' => 'label',
            'meta t' => 't',
            'meta d' => 'd',
            'intro' => 'intro',
        ],
    ];

    private const WRITABLE = ['headline' => 120, 'teaser' => 500, 't' => 120, 'd' => 500];

    public function __construct(private Kiln $kiln)
    {
    }

    public function reply(string $method, string $file): Reply
    {
        return $method === 'GET' ? $this->out($file) : $this->in($file, (string) file_get_contents('php://input'));
    }

    private function out(string $file): Reply
    {
        $isWares = $file === 'wares.csv';
        $lines = [array_keys(self::COLUMNS[$file])];
        foreach (
            $this->kiln->rows('SELECT * FROM '.($isWares ? 'wares ORDER BY no' : 'departments ORDER BY place')) as $row
        ) {
            $line = [];
            foreach (self::COLUMNS[$file] as $column => $of) {
                $line[] = match (true) {
                    $of === '' => $isWares ? Backend::pathOf($row) : "/shop/{$row['code']}",
                    $of === 'price' => number_format((float) $row[$of], 2, ',', ''),
                    default => (string) $row[$of],
                };
            }
            $lines[] = $line;
        }
        if (! $isWares) {
            $text =
                implode(
                    "\n",
                    array_map(
                        static fn (array $line): string => implode(
                            "\t",
                            array_map(static fn (string $cell): string => strtr($cell, "\t\n", '  '), $line),
                        ),
                        $lines,
                    ),
                )."\n";

            return new Reply(200, $text, ['Content-Type' => 'text/tab-separated-values; charset=utf-8']);
        }
        $text = implode(
            '',
            array_map(
                static fn (array $line): string => implode(
                    ';',
                    array_map(static fn (string $cell): string => '"'.str_replace('"', '""', $cell).'"', $line),
                )."\r\n",
                $lines,
            ),
        );

        return new Reply(200, mb_convert_encoding($text, 'Windows-1252', 'UTF-8'), [
            'Content-Type' => 'text/csv; charset=windows-1252',
        ]);
    }

    private function in(string $file, string $bytes): Reply
    {
        $isWares = $file === 'wares.csv';
        $columns = self::COLUMNS[$file];
        $stream = fopen('php://memory', 'w+b') ?: throw new \RuntimeException('No memory.');
        fwrite($stream, $isWares ? mb_convert_encoding($bytes, 'UTF-8', 'Windows-1252') : $bytes);
        rewind($stream);
        $names = fgetcsv($stream, null, $isWares ? ';' : "\t", '"', '') ?: [];
        $key = array_search($isWares ? 'Ware no' : 'code', $names, true);
        if ($key === false) {
            return Reply::fault('The column that names the thing is missing.');
        }
        $taken = 0;
        $problems = [];
        while (($cells = fgetcsv($stream, null, $isWares ? ';' : "\t", '"', '')) !== false) {
            if ($cells === [null]) {
                continue;
            }
            $id = (string) ($cells[$key] ?? '');
            $given = [];
            foreach ($names as $i => $name) {
                $of = $columns[$name] ?? null;
                if ($of !== null && isset(self::WRITABLE[$of])) {
                    $given[$of] = (string) ($cells[$i] ?? '');
                }
            }
            $known = $this->kiln->row(
                $isWares ? 'SELECT * FROM wares WHERE no = ?' : 'SELECT * FROM departments WHERE code = ?',
                [$id],
            );
            if ($known === null) {
                $problems[] = "There is no $id.";

                continue;
            }
            $new = array_filter(
                $given,
                static fn (string $value, string $of): bool => $value !== (string) $known[$of],
                ARRAY_FILTER_USE_BOTH,
            );
            if ($new === []) {
                continue;
            }
            $reply = (new Backend($this->kiln))->change(
                $isWares ? 'wares' : 'departments',
                $isWares ? 'no' : 'code',
                $isWares ? (int) $id : $id,
                $new,
                self::WRITABLE,
                $isWares ? 'changed' : 'edited',
            );
            str_contains($reply->body, '"fault"') ? ($problems[] = "$id: {$reply->body}") : $taken++;
        }

        return Reply::json(['result' => ['changed' => $taken, 'problems' => $problems]]);
    }
}

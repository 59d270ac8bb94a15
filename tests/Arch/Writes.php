<?php

declare(strict_types=1);

namespace Tests\Arch;

/**
 * Tables that a source of ours writes, read from its words: SQL in strings, the query builder, bulk writes and models.
 * A table whose name is only known while it runs is told as "?".
 */
final class Writes
{
    private const BUILDING = 'insert|insertOrIgnore|insertGetId|insertUsing|update|updateOrInsert|upsert|delete|increment|decrement|truncate';

    private const MODELS = [
        'Store' => 'stores',
        'Market' => 'markets',
        'User' => 'users',
        'Membership' => 'memberships',
    ];

    /** @return list<string> */
    public static function of(string $source): array
    {
        $tables = [];
        foreach (self::texts($source) as $text) {
            $tables = [...$tables, ...self::ofSql($text)];
        }
        // The query builder: from the table's name to the end of the statement.
        preg_match_all(
            "/(?:->|::)table\(\s*(?:'([a-z_]+)[^']*'|(\\$[^)]+))\s*\)/",
            $source,
            $found,
            PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL,
        );
        foreach ($found[0] as $nth => [$text, $at]) {
            $rest = self::chain(substr($source, $at + strlen(sure($text))));
            if (
                preg_match('/->(?:'.self::BUILDING.')\($/m', $rest) === 1 ||
                preg_match('/->(?:'.self::BUILDING.')\(/', $rest) === 1
            ) {
                $tables[] = $found[1][$nth][0] ?? '?';
            }
        }
        preg_match_all(
            "/Bulk::(?:write|over|upsert|load)\(\s*(?:'([a-z_]+)'|([^,]+)),/",
            $source,
            $found,
            PREG_UNMATCHED_AS_NULL,
        );
        foreach ($found[1] as $table) {
            $tables[] = $table ?? '?';
        }
        foreach (self::MODELS as $model => $table) {
            $name = lcfirst($model);
            if (
                preg_match(
                    "/\\b$model::(?:query\(\)->)?[^;]*?\b(?:create|insert|upsert|updateOrCreate|firstOrCreate|forceCreate|delete|update)\(|\\$$name->(?:update|save|delete|forceFill|fill)\(/",
                    $source,
                ) === 1
            ) {
                $tables[] = $table;
            }
        }

        return array_values(array_unique($tables));
    }

    /** The calls on one object, without what stands in their parentheses: "->where()->update(". */
    private static function chain(string $rest): string
    {
        $chain = '';
        for ($at = 0, $depth = 0; $at < strlen($rest); $at++) {
            $letter = $rest[$at];
            if ($letter === "'") {
                $at = (int) strpos($rest.'\'', "'", $at + 1);

                continue;
            }
            $depth += match ($letter) {
                '(', '[', '{' => 1,
                ')', ']', '}' => -1,
                default => 0,
            };
            if ($depth < 0 || ($depth === 0 && ($letter === ';' || $letter === ','))) {
                break;
            }
            if ($depth === 0 || ($depth === 1 && $letter === '(')) {
                $chain .= $letter;
            }
        }

        return $chain;
    }

    /** @return list<string> */
    private static function ofSql(string $sql): array
    {
        $tables = [];
        preg_match_all(
            '/\b(?:INSERT(?: IGNORE)? INTO|REPLACE INTO|DELETE FROM|INTO TABLE|TRUNCATE(?: TABLE)?|ALTER TABLE)\s+([a-z_]+|\?)/',
            $sql,
            $found,
        );
        $tables = [...$tables, ...$found[1]];
        // DELETE alias FROM table alias
        preg_match_all('/\bDELETE ([a-z_]+) FROM (.*)$/s', $sql, $found, PREG_SET_ORDER);
        foreach ($found as [, $alias, $from]) {
            $tables[] = self::byAlias($from)[$alias] ?? '?';
        }
        preg_match_all(
            '/(?:^|\s)UPDATE ((?!clicks|shown|\w+ = )[a-z_?].*?)\sSET\s(.*)$/s',
            $sql,
            $found,
            PREG_SET_ORDER,
        );
        foreach ($found as [, $from, $set]) {
            $names = self::byAlias($from);
            preg_match_all(
                '/(?:^|,\s*)([a-z]\w*)\.\w+ = /',
                (string) preg_replace('/\sWHERE\s.*$/s', '', $set),
                $aliases,
            );
            $tables = [
                ...$tables,
                ...$aliases[1] === []
                    ? [array_values($names)[0] ?? '?']
                    : array_map(static fn (string $alias): string => $names[$alias] ?? '?', $aliases[1]),
            ];
        }

        return $tables;
    }

    /** @return array<string, string> table by alias, or by its own name, in the order of a FROM clause */
    private static function byAlias(string $from): array
    {
        preg_match_all(
            '/(?:^|\bJOIN\s+|,\s*)\(?([a-z_]+|\?)(?:\s+(?:AS\s+)?(?!ON\b|JOIN\b|LEFT\b|SET\b|WHERE\b|INNER\b|USING\b)([a-z]\w*))?/',
            trim($from),
            $found,
            PREG_SET_ORDER,
        );
        $names = [];
        foreach ($found as $one) {
            $names[$one[2] ?? $one[1]] = $one[1];
        }

        return $names;
    }

    /**
     * @return list<string> strings of a source; what is put into them stands as "?", neighbours that are joined are one
     */
    private static function texts(string $source): array
    {
        $texts = [];
        $now = null;
        $inside = 0;
        foreach (token_get_all($source) as $token) {
            [$id, $text] = is_array($token) ? [$token[0], $token[1]] : [0, $token];
            if ($id === T_CONSTANT_ENCAPSED_STRING) {
                $now .= substr($text, 1, -1);
            } elseif ($id === T_ENCAPSED_AND_WHITESPACE) {
                $now .= $text;
            } elseif ($id === T_CURLY_OPEN || ($id === T_VARIABLE && $now !== null)) {
                $now .= str_ends_with((string) $now, '?') ? '' : '?';
                $inside += $id === T_CURLY_OPEN ? 1 : 0;
            } elseif ($inside > 0) {
                $inside -= $text === '}' ? 1 : 0;
            } elseif ($text === ';' || $text === '{' || $text === '}') {
                $now !== null && ($texts[] = $now);
                $now = null;
            } elseif ($text === ',' && $now !== null) {
                $now .= ' ; ';
            }
        }

        return $texts;
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\Tabular;

/** Matches a file's columns to fields by their names. */
final class Columns
{
    /**
     * @param  list<string>  $names
     * @param  list<Field>  $fields
     * @return array<int, string> field key by column; each field once, the surest column first
     */
    public static function match(array $names, array $fields): array
    {
        $pairs = [];
        foreach ($names as $column => $name) {
            foreach ($fields as $order => $field) {
                $fit = $field->fits($name);
                if ($fit > 0) {
                    $pairs[] = [-$fit, $order, $column, $field->key];
                }
            }
        }
        sort($pairs);
        $found = [];
        foreach ($pairs as [, , $column, $key]) {
            if (! isset($found[$column]) && ! in_array($key, $found, true)) {
                $found[$column] = $key;
            }
        }
        ksort($found);

        return $found;
    }
}

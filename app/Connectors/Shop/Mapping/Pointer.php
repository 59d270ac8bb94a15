<?php

declare(strict_types=1);

namespace App\Connectors\Shop\Mapping;

use stdClass;

/** A place in a JSON document (RFC 6901); reads decoded arrays, writes decoded objects. */
final readonly class Pointer
{
    /** @param  list<string>  $steps */
    private function __construct(private array $steps)
    {
    }

    /** @param  string  $text  "" for the whole document, else steps that begin with "/"; ~0 is "~", ~1 is "/" */
    public static function of(string $text): self
    {
        return new self(
            $text === ''
                ? []
                : array_map(
                    static fn (string $step): string => str_replace(['~1', '~0'], ['/', '~'], $step),
                    explode('/', substr($text, 1)),
                ),
        );
    }

    /** What stands there; null where nothing does. */
    public function read(mixed $document): mixed
    {
        foreach ($this->steps as $step) {
            if (! is_array($document) || ! array_key_exists($step, $document)) {
                return null;
            }
            $document = $document[$step];
        }

        return $document;
    }

    /** Whether there is such a place, be it empty. */
    public function exists(mixed $document): bool
    {
        foreach ($this->steps as $step) {
            if (! is_array($document) || ! array_key_exists($step, $document)) {
                return false;
            }
            $document = $document[$step];
        }

        return true;
    }

    /** What stands there as a text: numbers and switches too; null where there is nothing, or something with parts. */
    public function text(mixed $document): ?string
    {
        $value = $this->read($document);

        return match (true) {
            is_bool($value) => $value ? 'true' : 'false',
            is_scalar($value) => (string) $value,
            default => null,
        };
    }

    /** Puts a value there; what lacks on the way is made. "-" is the end of a list. */
    public function put(stdClass $document, mixed $value): void
    {
        $at = &$document;
        foreach ($this->steps as $step) {
            if (is_array($at)) {
                $step === '-' ? ($at[] = null) : null;
                $at = &$at[$step === '-' ? count($at) - 1 : (int) $step];
            } else {
                $at instanceof stdClass || ($at = new stdClass());
                isset($at->{$step}) || ($at->{$step} = null);
                $at = &$at->{$step};
            }
        }
        $at = $value;
    }

    /** Appends to the list that stands there, or begins one. */
    public function append(stdClass $document, mixed $entry): void
    {
        $at = &$document;
        foreach ($this->steps as $step) {
            $at instanceof stdClass || ($at = new stdClass());
            isset($at->{$step}) || ($at->{$step} = null);
            $at = &$at->{$step};
        }
        $list = is_array($at) ? $at : [];
        $list[] = $entry;
        $at = $list;
    }
}

<?php

declare(strict_types=1);

namespace App\Stores\Shop;

use App\Connectors\Shop\Mapping\Pointer;
use App\Connectors\Shop\Mapping\ShopMapping;
use App\Platform\Typed;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use stdClass;

/**
 * A mapping while it is put together on screen: kept at every step, be it whole or not, and used only once it is whole
 * and somebody says so.
 * What is typed comes as texts by their places (RFC 6901) in the mapping.
 */
final readonly class MappingDraft
{
    private const INTEGERS = ['first', 'size', 'burst'];

    private const JSON = '~^/(redirects|addresses|hits)$|/(list|request)/body$~';

    /** Typed as one pair a line: "Name: value", "goods = product", "maker = /facts/maker". */
    private const PAIRS = ['headers', 'values', 'attributes'];

    public function __construct(private Store $store)
    {
    }

    public function read(): stdClass
    {
        $row = DB::table('connections')
            ->where('store_id', $this->store->id)
            ->where('sort', 'shop')
            ->first(['mapping', 'mapping_draft']);
        $given = json_decode((string) ($row->mapping_draft ?? ($row->mapping ?? '')), false, 64);
        $draft = $given instanceof stdClass ? $given : new stdClass();
        $draft->mapping = 1;
        isset($draft->sign_in) || ($draft->sign_in = (object) ['by' => 'bearer']);
        (isset($draft->lists) && is_array($draft->lists) && $draft->lists !== []) ||
            ($draft->lists = [self::newList('products', 'product')]);

        return $draft;
    }

    public static function newList(string $name, string $kind): stdClass
    {
        return (object) [
            'name' => $name,
            'kind' => $kind,
            'list' => (object) ['path' => '/'.$name],
            'items' => '',
            'fields' => (object) ['id' => '/id'],
        ];
    }

    /** @throws InvalidArgumentException with a sentence for people */
    public function keep(stdClass $draft): void
    {
        $json = self::json($draft);
        if (strlen($json) > ShopMapping::LONGEST) {
            throw new InvalidArgumentException(
                'The mapping has more than '.number_format(ShopMapping::LONGEST).' bytes.',
            );
        }
        DB::table('connections')->upsert(
            [
                [
                    'store_id' => $this->store->id,
                    'sort' => 'shop',
                    'url' => '',
                    'secret' => Crypt::encryptString(''),
                    'mapping_draft' => $json,
                ],
            ],
            ['store_id', 'sort'],
            ['mapping_draft'],
        );
    }

    /** What is not whole yet, for people; '' where it can be used. */
    public static function lacks(stdClass $draft): string
    {
        try {
            ShopMapping::fromJson(self::json($draft));
            foreach ($draft->lists as $list) {
                if (! isset($list->fields->path) && ! isset($list->url)) {
                    return "The list “{$list->name}” does not say at which URL its things show.";
                }
            }

            return '';
        } catch (InvalidArgumentException $wrong) {
            return $wrong->getMessage();
        }
    }

    /** Whether it differs from what is in use. */
    public function isNew(stdClass $draft): bool
    {
        $used = DB::table('connections')->where('store_id', $this->store->id)->where('sort', 'shop')->value('mapping');

        // The order of what is said does not matter.
        return json_decode(Typed::text($used), true) != json_decode(self::json($draft), true);
    }

    /** @throws InvalidArgumentException where it is not whole */
    public function use(): void
    {
        $draft = $this->read();
        $lacks = self::lacks($draft);
        if ($lacks !== '') {
            throw new InvalidArgumentException($lacks);
        }
        app(StoreOptions::class)->set($this->store, 'shop_mapping', self::json($draft));
    }

    /**
     * Takes what was typed.
     *
     * @param  array<array-key, mixed>  $typed  texts by place; an empty one takes the place out
     *
     * @throws InvalidArgumentException with the place of a text that cannot be read
     */
    public static function type(stdClass $draft, array $typed): void
    {
        foreach ($typed as $place => $text) {
            $place = (string) $place;
            if (
                preg_match(
                    '~^/(redirects|addresses|hits|(sign_in|rate|errors|lists/(\d{1,2}))(/[a-z0-9_]{1,30}){1,4})$~',
                    $place,
                    $found,
                ) !== 1 ||
                // These hold other places; a text in their stead would lose them.
                preg_match('~/(list|fields|paging|read|write|request|put)$~', $place) === 1
            ) {
                throw new InvalidArgumentException("$place is no place in a mapping.");
            }
            if (($found[3] ?? '') !== '' && ! isset($draft->lists[(int) $found[3]])) {
                throw new InvalidArgumentException(
                    'This list was taken out meanwhile, in another window or by somebody else.',
                );
            }
            if (preg_match('~^/lists/\d+/name$~', $place) === 1 && ! (is_string($text) && trim($text) !== '')) {
                throw new InvalidArgumentException('A list needs a name.');
            }
            $value = self::valueOf($place, is_string($text) ? trim($text) : '');
            $value === null
                ? self::takeOut($draft, explode('/', substr($place, 1)))
                : Pointer::of($place)->put($draft, $value);
        }
        self::prune($draft);
    }

    public static function json(stdClass $draft): string
    {
        return json_encode(
            $draft,
            JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR,
        );
    }

    /** A place's value as it is typed. */
    public static function typed(stdClass $draft, string $place): string
    {
        $at = $draft;
        foreach (explode('/', substr($place, 1)) as $step) {
            $at = is_array($at) ? $at[(int) $step] ?? null : ($at instanceof stdClass ? $at->{$step} ?? null : null);
        }
        $last = (string) strrchr($place, '/');

        return match (true) {
            $at === null => '',
            is_bool($at) => $at ? '1' : '',
            is_scalar($at) => (string) $at,
            $at instanceof stdClass && in_array(substr($last, 1), self::PAIRS, true) => self::pairsOf(
                $at,
                $last === '/headers' ? ': ' : ' = ',
            ),
            default => json_encode($at, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR),
        };
    }

    private static function pairsOf(stdClass $pairs, string $between): string
    {
        $lines = [];
        foreach (get_object_vars($pairs) as $name => $value) {
            $lines[] =
                $name.
                $between.
                (is_string($value) ? $value : json_encode($value, JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR));
        }

        return implode("\n", $lines);
    }

    /** @throws InvalidArgumentException */
    private static function valueOf(string $place, string $text): mixed
    {
        $last = substr((string) strrchr($place, '/'), 1);
        if ($text === '') {
            // An empty pointer is the whole document: an answer may be the list itself.
            return $last === 'items' ? '' : null;
        }
        if ($place === '/sign_in/body' && $text === 'form') {
            return null; // It is so unless said otherwise.
        }
        if (in_array($last, self::INTEGERS, true) || $last === 'per_second') {
            if (! is_numeric($text)) {
                throw new InvalidArgumentException("$place: a number.");
            }

            return $last === 'per_second' ? (float) $text : (int) $text;
        }
        if ($last === 'each') {
            return true;
        }
        if (
            in_array($last, self::PAIRS, true) &&
            ! ($last === 'attributes' && $text[0] === '/' && ! str_contains($text, '='))
        ) {
            return self::pairs($place, $text, $last === 'headers' ? ':' : '=');
        }
        if ($last === 'moved' || $last === 'wait') {
            $all = array_values(
                array_filter(array_map(trim(...), explode(',', $text)), static fn (string $one): bool => $one !== ''),
            );

            return $last === 'moved' ? array_map(intval(...), $all) : $all;
        }
        if (preg_match(self::JSON, $place) === 1 || $text[0] === '{') {
            $value = json_decode($text, false, 32);
            if (! ($value instanceof stdClass) && ! is_array($value)) {
                throw new InvalidArgumentException(
                    "$place: this is no JSON (".strtolower(json_last_error_msg()).').',
                );
            }

            return $value;
        }

        return $text;
    }

    /**
     * @param  non-empty-string  $between
     *
     * @throws InvalidArgumentException
     */
    private static function pairs(string $place, string $text, string $between): stdClass
    {
        $pairs = new stdClass();
        foreach (preg_split('/\R/', $text) ?: [] as $line) {
            if (trim($line) === '') {
                continue;
            }
            [$name, $value] = [...array_map(trim(...), explode($between, $line, 2)), ''];
            if ($name === '' || $value === '') {
                throw new InvalidArgumentException(
                    "$place: “{$line}” is no name and value with “{$between}” between them.",
                );
            }
            $pairs->{$name} = $value[0] === '{' ? json_decode($value) ?? $value : $value;
        }

        return $pairs;
    }

    /** @param  list<string>  $steps */
    private static function takeOut(stdClass $draft, array $steps): void
    {
        $last = array_pop($steps);
        $at = $draft;
        foreach ($steps as $step) {
            $at = is_array($at) ? $at[(int) $step] ?? null : ($at instanceof stdClass ? $at->{$step} ?? null : null);
        }
        // An empty place that was there stays: it means the whole.
        if ($at instanceof stdClass && ($at->{$last} ?? null) !== '') {
            unset($at->{$last});
        }
    }

    /** Sections that say nothing are left out. */
    private static function prune(stdClass $draft): void
    {
        foreach (['rate', 'errors'] as $section) {
            if (
                isset($draft->{$section}) &&
                ($section === 'errors' ? ! isset($draft->errors->at) : get_object_vars($draft->rate) === [])
            ) {
                unset($draft->{$section});
            }
        }
        foreach (['header', 'user', 'path', 'body', 'token', 'seconds', 'scope'] as $name) {
            $wanted = [
                'bearer' => [],
                'none' => [],
                'header' => ['header'],
                'basic' => ['user'],
                'client' => ['user', 'path', 'body', 'token', 'seconds', 'scope'],
            ];
            if (! in_array($name, $wanted[$draft->sign_in->by ?? 'bearer'] ?? [], true)) {
                unset($draft->sign_in->{$name});
            }
        }
        foreach ($draft->lists as $list) {
            if (isset($list->kind) && $list->kind instanceof stdClass && ! isset($list->kind->at)) {
                $list->kind = 'product';
            }
            $read = $list->read ?? null;
            if ($read instanceof stdClass && ! isset($read->request->path) && ! isset($read->item)) {
                unset($list->read);
            }
            // What is half said stays, and is told as lacking.
            $write = $list->write ?? null;
            if (
                $write instanceof stdClass &&
                ! isset($write->request->path) &&
                get_object_vars($write->put ?? new stdClass()) === []
            ) {
                unset($list->write);
            }
            if (isset($list->paging) && ($list->paging->by ?? 'none') === 'none') {
                unset($list->paging);
            }
        }
    }
}

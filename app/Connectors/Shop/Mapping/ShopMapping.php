<?php

declare(strict_types=1);

namespace App\Connectors\Shop\Mapping;

use InvalidArgumentException;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;
use stdClass;

/**
 * How one shop's admin API is asked and written; made from JSON that people write or put together on screen. Holds no
 * secret.
 */
final readonly class ShopMapping
{
    /** Bytes of a mapping; more is something else. */
    public const LONGEST = 200_000;

    /** @param  list<ItemList>  $lists */
    private function __construct(
        public SignIn $signIn,
        public float $perSecond,
        public int $burst,
        public ?string $usedHeader,
        public ?Pointer $errorAt,
        public ?Pointer $errorMessage,
        /** @var list<string> */
        public array $waitWords,
        public array $lists,
        public ?AddressSettings $addresses,
        public ?AddressSettings $files,
        public ?RedirectRecords $redirects,
        public ?stdClass $hits,
    ) {
    }

    public static function schemaFile(): string
    {
        return __DIR__.'/shop-mapping.schema.json';
    }

    /** @throws InvalidArgumentException with a sentence that names the place */
    public static function fromJson(string $json): self
    {
        if (strlen($json) > self::LONGEST) {
            throw new InvalidArgumentException('A mapping has at most '.number_format(self::LONGEST).' bytes.');
        }
        $given = json_decode($json, false, 32);
        if (! ($given instanceof stdClass)) {
            throw new InvalidArgumentException(
                'A mapping is a JSON object.'.
                    (json_last_error() === JSON_ERROR_NONE ? '' : ' '.json_last_error_msg().'.'),
            );
        }
        self::check($given);
        $lists = array_values(array_map(ItemList::of(...), (array) $given->lists));
        if (count(array_unique(array_column($lists, 'name'))) < count($lists)) {
            throw new InvalidArgumentException('/lists: two lists have the same name.');
        }

        return new self(
            SignIn::of($given->sign_in),
            (float) ($given->rate->per_second ?? 0),
            (int) ($given->rate->burst ?? 1),
            isset($given->rate->used_header) ? strtolower((string) $given->rate->used_header) : null,
            isset($given->errors) ? Pointer::of((string) $given->errors->at) : null,
            isset($given->errors->message) ? Pointer::of((string) $given->errors->message) : null,
            array_map(strval(...), array_values((array) ($given->errors->wait ?? []))),
            $lists,
            isset($given->addresses) ? AddressSettings::of($given->addresses) : null,
            isset($given->files) ? AddressSettings::of($given->files) : null,
            isset($given->redirects) ? RedirectRecords::of($given->redirects) : null,
            $given->hits ?? null,
        );
    }

    /**
     * The list that a resource is of, and the shop's own number of it. Where there are several lists, the id says
     * which.
     *
     * @return ?array{ItemList, string}
     */
    public function find(string $id): ?array
    {
        if (count($this->lists) === 1) {
            return [$this->lists[0], $id];
        }
        [$name, $own] = [...explode(':', $id, 2), ''];
        foreach ($this->lists as $list) {
            if ($list->name === $name) {
                return [$list, (string) $own];
            }
        }

        return null;
    }

    /** The id by which a resource is known to us. */
    public function idOf(ItemList $list, string $own): string
    {
        return count($this->lists) === 1 ? $own : "{$list->name}:$own";
    }

    /** Whether a field of things of a kind can be written; of any kind where none is given. */
    public function can(string $field, ?string $kind = null): bool
    {
        foreach ($this->lists as $list) {
            if (($kind === null || $list->holds($kind)) && $list->can($field)) {
                return true;
            }
        }

        return false;
    }

    /** Whether a setting can be written for an address that is no thing of the shop's own. */
    public function canSetAddress(string $field): bool
    {
        return $this->addresses?->can($field) === true ||
            $this->files?->can($field) === true ||
            ($field === 'redirect' && $this->redirects !== null);
    }

    /** @throws InvalidArgumentException */
    private static function check(stdClass $given): void
    {
        static $schema = null;
        $schema ??= json_decode((string) file_get_contents(self::schemaFile()), false, 64, JSON_THROW_ON_ERROR);
        $validator = new Validator();
        $validator->setMaxErrors(5);
        $error = $validator->validate($given, $schema)->error();
        if ($error === null) {
            return;
        }
        $told = [];
        foreach ((new ErrorFormatter())->format($error, true) as $place => $messages) {
            $told[] =
                ($place === '/' ? 'The mapping' : $place).
                ': '.
                implode(' ', array_map(strval(...), (array) $messages));
        }
        throw new InvalidArgumentException(mb_substr(implode(' ', array_slice($told, 0, 5)), 0, 1000));
    }
}

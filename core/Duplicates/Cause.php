<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

/** One fault of many addresses, as a value: decisions hang on it, words for people are made where it is shown. */
final readonly class Cause
{
    /** Characters of a parameter or scope that are kept. */
    private const MOST = 250;

    private function __construct(public CauseType $type, public string $parameter, public string $scope)
    {
    }

    /**
     * @param  string  $parameter  names of parameters joined by " + "; of a path the other shape, of what is declared
     *     the
     *                             verdict, of a host the host
     * @param  string  $scope  folder or shape of addresses in which it is so; empty where it is so anywhere
     */
    public static function of(CauseType $type, string $parameter = '', string $scope = ''): self
    {
        return new self($type, mb_substr($parameter, 0, self::MOST), mb_substr($scope, 0, self::MOST));
    }

    /** @return string sixteen bytes by which a cause is known */
    public function digest(): string
    {
        return md5("{$this->type->value}\0$this->parameter\0$this->scope", true);
    }
}

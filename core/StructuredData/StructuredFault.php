<?php

declare(strict_types=1);

namespace Orchard\Core\StructuredData;

/** One thing that is wrong in structured data, and where. */
final readonly class StructuredFault
{
    /**
     * @param  string  $path  such as Product.offers.price
     * @param  string  $given  what stands there, or the name that is not known; cut where it is long
     * @param  ?string  $meant  what was probably meant
     */
    public function __construct(
        public StructuredFaultType $type,
        public string $path,
        public string $given = '',
        public ?string $meant = null,
    ) {
    }

    public function words(): string
    {
        $given = $this->given === '' ? '' : " “{$this->given}”";

        return match ($this->type) {
            StructuredFaultType::NotJson => "The script is no JSON: $this->given",
            StructuredFaultType::NoContext => 'There is no “@context” of schema.org.',
            StructuredFaultType::NoType => "$this->path has no “@type”.",
            StructuredFaultType::UnknownType => "$this->path: schema.org knows no type$given.",
            StructuredFaultType::UnknownProperty => "$this->path: schema.org knows no such property.",
            StructuredFaultType::Misplaced => "$this->path: this property does not stand on such a type.",
            StructuredFaultType::WrongValue => "$this->path:$given is not what it takes.",
            StructuredFaultType::WrongType => "$this->path: a $this->given is not what it takes.",
            StructuredFaultType::Lacks => "$this->path is missing.",
            StructuredFaultType::OffScale => "$this->path:$given is not on its scale.",
            StructuredFaultType::BadPrice => "$this->path:$given is no plain number with a point.",
            StructuredFaultType::BadCurrency => "$this->path:$given is no currency of three letters.",
        }.($this->meant === null ? '' : " Probably “{$this->meant}” is meant.");
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

/**
 * Words and figures by which two things are told apart: figures with their unit, codes, sizes, colours, materials, and
 * whatever words the store's own attributes have (makers, finishes, sockets).
 *
 * Prices, dates, ratings and numbers of things in stock are left out: they change on one page from day to day.
 */
final readonly class TellingWords
{
    private const UNITS = 'mm|cm|dm|m|km|inch|inches|in|ft|kg|mg|g|lb|lbs|oz|ml|cl|dl|l|liter|litre|liters|litres|w|watt|kw|kwh|v|volt|mah|ah|a|amp|k|kelvin|lm|lumen|hz|ghz|mhz|gb|tb|mb|mp|px|dpi|bar|psi|db|°|°c|°f|%|mm2|m2|m²|cm²|den|tog|pcs|pc|pack|pieces|stück|stk|teilig|pièces|piezas|pezzi|stuks|ply';

    private const COLOURS =
        'black white red blue green yellow grey gray brown beige cream ivory pink purple violet orange gold golden silver copper brass bronze chrome nickel turquoise navy mint olive sand taupe anthracite transparent clear amber smoke rose ruby teal khaki lilac mustard coral charcoal '.
        'schwarz schwarzer schwarze weiß weiss rot blau grün gelb grau braun creme rosa lila gold silber kupfer messing türkis anthrazit oliv sandfarben hellgrau dunkelgrau dunkelblau hellblau '.
        'noir noire blanc blanche rouge bleu bleue vert verte jaune gris grise marron doré dorée argent argenté cuivre laiton '.
        'negro negra blanco blanca rojo roja azul verde amarillo amarilla gris marrón dorado plata cobre latón '.
        'nero nera bianco bianca rosso rossa blu giallo grigio marrone oro argento rame ottone '.
        'zwart zwarte wit witte rood blauw groen geel grijs bruin goud zilver koper';

    private const MATERIALS =
        'wood wooden oak walnut beech pine ash birch teak bamboo rattan wicker metal steel iron aluminium aluminum glass crystal marble stone concrete ceramic porcelain plastic acrylic leather suede cotton linen wool silk velvet felt paper cork polyester nylon viscose '.
        'holz eiche nussbaum buche kiefer esche birke bambus metall stahl edelstahl eisen glas kristall marmor stein beton keramik porzellan kunststoff leder baumwolle leinen wolle seide samt filz papier kork '.
        'bois chêne noyer hêtre métal acier fer verre cristal marbre pierre béton céramique porcelaine plastique cuir coton lin laine soie velours papier '.
        'madera roble nogal acero hierro vidrio mármol piedra hormigón cerámica cuero algodón lino lana seda terciopelo papel '.
        'legno rovere noce acciaio ferro vetro pietra ceramica pelle cotone seta velluto carta hout eiken staal ijzer steen keramiek leer katoen linnen wol zijde fluweel';

    private const SIZES = 'xxs xs s m l xl xxl xxxl 2xl 3xl 4xl small medium large mini maxi king queen single double twin klein mittel groß gross petit petite grand grande moyen moyenne pequeño mediano piccolo piccola medio groot middel kids men women mens womens herren damen kinder homme femme enfant hombre mujer uomo donna bambini left right links rechts gauche droite';

    /** What stands in names without telling anything apart: copies, campaigns, words of the interface. */
    private const NOISE = 'copy kopie copie copia new neu nouveau nuevo nuovo nieuw old alt sale sold out print printable version mobile amp archive draft test duplicate original the a an and or of for in with to by on at from der die das ein eine und oder für mit von im am zu le la les un une et ou de des du pour avec en el los las y o para con il lo gli e per con di da het een voor met van en buy online shop kaufen bestellen acheter comprar acquista kopen';

    /** "(2)", "(copy)" or "copy 3" at the end is how copies are named. */
    private const COPY = '/(?:\((?:\p{L}+ )?\d{1,2}\)|\(?\b(?:copy|kopie|copie|copia)\b\s*\d{0,2}\)?)\s*$/iu';

    /** @var array<string, string> class by word */
    private array $classes;

    /** @var array<string, true> */
    private array $noise;

    /**
     * @param  list<string>  $attributes  values of the store's own attributes, such as "Brushed brass", "E27"
     * @param  list<string>  $noise  words of the store that tell nothing apart, such as its own name
     */
    public function __construct(array $attributes = [], array $noise = [])
    {
        $classes = [];
        foreach ($attributes as $value) {
            foreach (Words::of($value) as $word) {
                if (mb_strlen($word) > 1) {
                    $classes[$word] = 'attribute';
                }
            }
        }
        foreach (
            ['size' => self::SIZES, 'material' => self::MATERIALS, 'colour' => self::COLOURS] as $class => $words
        ) {
            foreach (explode(' ', $words) as $word) {
                $classes[$word] = $class;
            }
        }
        $this->noise = array_fill_keys([...explode(' ', self::NOISE), ...Words::of(implode(' ', $noise))], true);
        $this->classes = array_diff_key($classes, $this->noise);
    }

    /**
     * The telling words and figures of a text.
     *
     * @param  bool  $isName  in a name, title or H1 a bare number tells, too, and so do single letters of sizes
     * @return array<string, string> class by word; a figure is written without a space before its unit
     */
    public function in(string $text, bool $isName): array
    {
        $text = mb_strtolower(mb_scrub($text));
        $text = (string) preg_replace(
            [
                '/(?:[€$£¥]|eur|usd|gbp|chf)\s?\d[\d.,\'’]*/u',
                '/\d[\d.,\'’]*\s?(?:[€$£¥]|eur\b|usd\b|gbp\b|chf\b)/u',
                '/\b\d{1,4}[.\-\/]\d{1,2}[.\-\/]\d{1,4}\b/u',
                '~\b\d[.,]\d\s?(?:/|of|von)\s?5\b~u',
            ],
            ' ',
            $text,
        );
        $found = [];
        $text = (string) preg_replace_callback(
            '/(?<![\p{L}\p{N}])(\d+(?:[.,]\d+)?(?:\s?[x×]\s?\d+(?:[.,]\d+)?)*)\s?('.
                self::UNITS.
                ')(?![\p{L}\p{N}])/u',
            static function (array $match) use (&$found): string {
                $found[str_replace([' ', '×', ','], ['', 'x', '.'], $match[1]).$match[2]] = 'figure '.$match[2];

                return ' ';
            },
            $text,
        );
        foreach (Words::of($text) as $word) {
            $class = $this->classes[$word] ?? null;
            if (preg_match('/\d/', $word) === 1) {
                if (preg_match('/\p{L}/u', $word) === 1) {
                    $found[$word] = $class ?? 'code';
                } elseif ($isName) {
                    $found[$word] = 'number';
                }
            } elseif ($class !== null && ($isName || mb_strlen($word) > 2)) {
                $found[$word] = $class;
            }
        }

        return $found;
    }

    /**
     * Words of a name without those that tell nothing.
     *
     * @return list<string>
     */
    public function core(string $name): array
    {
        $name = (string) preg_replace(self::COPY, '', $name);

        return array_values(array_filter(Words::of($name), fn (string $word): bool => ! isset($this->noise[$word])));
    }

    /** Whether a name is that of a copy that someone made of a product. */
    public function isCopy(string $name): bool
    {
        return preg_match(self::COPY, $name) === 1;
    }
}

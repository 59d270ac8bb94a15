<?php

declare(strict_types=1);

namespace Orchard\Core\Claims;

/**
 * The words that ClaimWords reads, by what they claim. A line is: concept, English words, German words, and what the
 * concept is a sort of.
 */
final class ClaimLists
{
    public const MATERIALS = <<<'LIST'
    metal: metal, metallic; metall, metallisch
    wood: wood, wooden, timber; holz, hölzern
    textile: fabric, textile, cloth; stoff, textil
    brass: brass; messing; metal
    copper: copper; kupfer, kupfern; metal
    bronze: bronze; bronze; metal
    steel: steel; stahl; metal
    stainless steel: stainless steel; edelstahl, rostfreier stahl; steel, metal
    iron: iron, cast iron, wrought iron; eisen, gusseisen, schmiedeeisen; metal
    aluminium: aluminium, aluminum, alu; aluminium, alu; metal
    chrome: chrome, chromed; chrom, verchromt; metal
    nickel: nickel; nickel, vernickelt; metal
    zinc: zinc, galvanised, galvanized; zink, verzinkt; metal
    tin: pewter; zinn; metal
    silver: silver, silvery; silber, silbern; metal
    gold: gold, golden, gilded; gold, golden, vergoldet; metal
    titanium: titanium; titan; metal
    oak: oak, oaken; eiche, eichenholz; wood
    beech: beech, beechwood; buche, buchenholz; wood
    walnut: walnut; walnuss, nussbaum, walnussholz; wood
    ash wood: ash wood, ashwood; esche, eschenholz; wood
    pine: pine, pinewood; kiefer, kiefernholz; wood
    spruce: spruce; fichte, fichtenholz; wood
    birch: birch, birchwood; birke, birkenholz; wood
    maple: maple; ahorn, ahornholz; wood
    cherry wood: cherry wood, cherrywood; kirschholz, kirschbaum; wood
    teak: teak; teak, teakholz; wood
    mahogany: mahogany; mahagoni; wood
    acacia: acacia; akazie, akazienholz; wood
    olive wood: olive wood; olivenholz; wood
    bamboo: bamboo; bambus; wood
    plywood: plywood; sperrholz; wood
    eucalyptus: eucalyptus; eukalyptus; wood
    larch: larch; lärche, lärchenholz; wood
    cedar: cedar, cedarwood; zeder, zedernholz; wood
    alder: alder; erle, erlenholz; wood
    linden: linden wood, basswood; linde, lindenholz; wood
    rattan: rattan; rattan
    wicker: wicker, willow; weide, weidengeflecht
    jute: jute; jute; textile
    hemp: hemp; hanf; textile
    linen: linen, flax; leinen, flachs; textile
    cotton: cotton; baumwolle, baumwollen; textile
    organic cotton: organic cotton; biobaumwolle, bio baumwolle; cotton, textile, organic
    wool: wool, woollen, woolen; wolle, wollen; textile
    lambswool: lambswool, lamb's wool; lammwolle, schurwolle; wool, textile
    merino: merino; merino, merinowolle; wool, textile
    cashmere: cashmere; kaschmir, cashmere; wool, textile
    mohair: mohair; mohair; wool, textile
    alpaca: alpaca; alpaka; wool, textile
    silk: silk, silken; seide, seiden; textile
    velvet: velvet; samt; textile
    felt: felt, felted; filz; textile
    denim: denim; denim, jeansstoff; textile
    canvas: canvas; segeltuch, canvas; textile
    polyester: polyester; polyester; textile, plastic
    nylon: nylon, polyamide; nylon, polyamid; textile, plastic
    viscose: viscose, rayon; viskose; textile
    elastane: elastane, spandex; elasthan; textile, plastic
    fleece: fleece; fleece; textile
    down: goose down, duck down, down filling, filled with down; daune, daunen, daunenfüllung
    leather: leather; leder, ledern
    suede: suede; wildleder, veloursleder; leather
    plastic: plastic; kunststoff, plastik
    acrylic: acrylic, plexiglass; acryl, acrylglas, plexiglas; plastic
    silicone: silicone; silikon
    rubber: rubber; gummi, kautschuk
    latex: latex; latex; rubber
    cork: cork; kork
    paper: paper; papier
    cardboard: cardboard; pappe, karton
    glass: glass; glas, gläsern
    crystal: crystal, crystal glass; kristall, kristallglas; glass
    borosilicate glass: borosilicate, borosilicate glass; borosilikatglas; glass
    ceramic: ceramic, pottery; keramik, keramisch
    porcelain: porcelain, bone china; porzellan; ceramic
    stoneware: stoneware; steinzeug; ceramic
    earthenware: earthenware; steingut, irdenware; ceramic
    terracotta: terracotta; terrakotta; ceramic
    clay: clay; ton, lehm; ceramic
    stone: stone; naturstein, aus stein, steinern
    marble: marble; marmor; stone
    granite: granite; granit; stone
    slate: slate; schiefer; stone
    concrete: concrete; beton
    enamel: enamel, enamelled; emaille, emailliert
    resin: resin; harz, kunstharz
    beeswax: beeswax; bienenwachs
    carbon: carbon fibre, carbon fiber; carbon, kohlefaser
    LIST;

    public const COLOURS = <<<'LIST'
    black: black, jet; schwarz
    white: white, snow white; weiß, weiss
    red: red, crimson, scarlet; rot
    green: green; grün
    blue: blue, navy, cobalt; blau
    yellow: yellow; gelb
    grey: grey, gray, anthracite, charcoal; grau, anthrazit
    brown: brown; braun
    pink: pink; rosa, pink
    purple: purple, violet; lila, violett
    orange: orange; orange
    beige: beige; beige
    cream: cream; creme, cremeweiß, cremefarben
    ivory: ivory; elfenbein, elfenbeinfarben
    turquoise: turquoise, teal; türkis
    LIST;

    public const ORIGINS = <<<'LIST'
    germany: germany, german; deutschland, deutsch
    italy: italy, italian; italien, italienisch
    france: france, french; frankreich, französisch
    spain: spain, spanish; spanien, spanisch
    portugal: portugal, portuguese; portugal, portugiesisch
    england: england, english; england, englisch
    scotland: scotland, scottish; schottland, schottisch
    ireland: ireland, irish; irland, irisch
    britain: britain, british, united kingdom; großbritannien, britisch
    denmark: denmark, danish; dänemark, dänisch
    sweden: sweden, swedish; schweden, schwedisch
    norway: norway, norwegian; norwegen, norwegisch
    finland: finland, finnish; finnland, finnisch
    austria: austria, austrian; österreich, österreichisch
    switzerland: switzerland, swiss; schweiz, schweizer
    poland: poland, polish made; polen, polnisch
    czechia: czechia, bohemia, bohemian; tschechien, böhmen, tschechisch
    netherlands: netherlands, holland, dutch; niederlande, holland, niederländisch
    belgium: belgium, belgian; belgien, belgisch
    greece: greece, greek; griechenland, griechisch
    turkey: turkey, turkish; türkei, türkisch
    japan: japan, japanese; japan, japanisch
    china: china made, made in china, chinese; china, chinesisch
    india: india, indian; indien, indisch
    vietnam: vietnam, vietnamese; vietnam, vietnamesisch
    morocco: morocco, moroccan; marokko, marokkanisch
    america: america, american, usa; amerika, amerikanisch, usa
    europe: europe, european, eu; europa, europäisch, eu
    LIST;

    /** A breed, a cloth, a hat, trousers, a name: countries that texts name for another reason. */
    public const NO_ORIGINS = [
        'bermuda', 'chad', 'china', 'georgia', 'guernsey', 'guinea', 'jersey', 'jordan', 'mali', 'niger', 'panama',
        'togo', 'turkey', 'türkiye', 'united kingdom', 'united states',
    ];

    public const CERTIFICATES = <<<'LIST'
    fsc: fsc; fsc
    pefc: pefc; pefc
    gots: gots; gots
    oeko-tex: oeko tex, oekotex, öko tex; öko tex, oeko tex
    ce: ce marked, ce mark; ce zeichen, ce kennzeichnung, ce geprüft
    tüv: tüv, tuv; tüv
    gs: gs mark; gs zeichen
    iso: iso; iso
    blue angel: blue angel; blauer engel
    ecolabel: ecolabel; umweltzeichen, ecolabel
    fair trade: fair trade, fairtrade; fairtrade, fair gehandelt
    bluesign: bluesign; bluesign
    demeter: demeter; demeter
    ecocert: ecocert; ecocert
    natrue: natrue; natrue
    bdih: bdih; bdih
    naturland: naturland; naturland
    bioland: bioland; bioland
    grs: global recycled standard; global recycled standard
    rws: responsible wool; responsible wool
    rds: responsible down; responsible down
    leaping bunny: leaping bunny; leaping bunny
    rainforest alliance: rainforest alliance; rainforest alliance
    cradle: cradle to cradle; cradle to cradle
    energy star: energy star; energy star
    certified: certified, certification; zertifiziert, zertifikat
    tested: lab tested, dermatologically tested, clinically tested; schadstoffgeprüft, dermatologisch getestet
    award: award winning, prize winning; preisgekrönt, ausgezeichnet
    patented: patented, patent; patentiert, patent
    LIST;

    public const PROPERTIES = <<<'LIST'
    dimmable: dimmable, dims; dimmbar
    waterproof: waterproof, watertight; wasserdicht
    water-resistant: water resistant, water repellent, showerproof, splashproof; wasserabweisend, spritzwassergeschützt
    weatherproof: weatherproof, weather resistant; wetterfest, witterungsbeständig
    windproof: windproof; winddicht
    fireproof: fireproof, flame retardant; feuerfest, schwer entflammbar
    heat-resistant: heat resistant, heatproof; hitzebeständig
    frostproof: frost proof, frost resistant, frostproof; frostfest, frostsicher, winterfest
    scratch-resistant: scratch resistant, scratchproof; kratzfest
    shatterproof: shatterproof, unbreakable; bruchsicher, unzerbrechlich
    rustproof: rustproof, rust free; rostfrei
    dishwasher-safe: dishwasher safe, dishwasher proof; spülmaschinenfest, spülmaschinengeeignet
    microwave-safe: microwave safe, microwavable; mikrowellengeeignet, mikrowellenfest
    ovenproof: ovenproof, oven safe; backofenfest, ofenfest
    washable: washable, machine washable, machine wash; waschbar, maschinenwaschbar
    breathable: breathable; atmungsaktiv
    foldable: foldable, folding, folds flat; faltbar, klappbar
    stackable: stackable, stacks; stapelbar
    adjustable: adjustable; verstellbar, einstellbar
    height-adjustable: height adjustable, adjustable in height; höhenverstellbar; adjustable
    extendable: extendable, extending; ausziehbar
    removable: removable, detachable; abnehmbar, herausnehmbar
    rechargeable: rechargeable; aufladbar, wiederaufladbar
    cordless: cordless, battery powered, battery operated; kabellos, akkubetrieben, batteriebetrieben
    wireless: wireless, wirelessly, bluetooth; drahtlos, bluetooth
    solar: solar, solar powered; solarbetrieben, solar
    handmade: handmade, hand made, made by hand, handcrafted; handgemacht, handgefertigt, von hand gefertigt
    handmade: crafted by hand, hand finished; von hand gemacht, handarbeit
    hand-woven: hand woven, handwoven, woven by hand; handgewebt, von hand gewebt; handmade
    hand-thrown: hand thrown, thrown by hand; handgedreht, von hand gedreht; handmade
    hand-painted: hand painted, painted by hand; handbemalt, von hand bemalt; handmade
    mouth-blown: mouth blown, hand blown, blown by mouth; mundgeblasen; handmade
    insulated: insulated, double walled; isoliert, doppelwandig
    leakproof: leakproof, leak proof; auslaufsicher
    non-slip: non slip, anti slip, slip resistant; rutschfest
    non-stick: non stick, nonstick; antihaftbeschichtet, antihaft
    quick-drying: quick drying, fast drying, dries quickly; schnelltrocknend, schnell trocknend
    polarised: polarised, polarized; polarisiert
    hypoallergenic: hypoallergenic; hypoallergen, allergikergeeignet
    vegan: vegan; vegan
    organic: organic, organically grown; bio, biologisch, ökologisch angebaut
    recycled: recycled; recycelt, recycling
    recyclable: recyclable; recycelbar, recyclingfähig
    biodegradable: biodegradable, compostable; biologisch abbaubar, kompostierbar
    climate-neutral: climate neutral, carbon neutral; klimaneutral, co2 neutral
    gluten-free: gluten free, free of gluten, without gluten; glutenfrei, frei von gluten, ohne gluten
    lead-free: lead free, free of lead, without lead; bleifrei, frei von blei, ohne blei
    bpa-free: bpa free, free of bpa, without bpa; bpa frei, frei von bpa, ohne bpa
    plastic-free: plastic free, free of plastic, without plastic; plastikfrei, frei von plastik, ohne plastik
    solvent-free: solvent free, free of solvents, without solvents; lösungsmittelfrei, ohne lösungsmittel
    limited: limited edition; limitierte auflage, limitiert
    refillable: refillable; nachfüllbar
    stretch: stretchy, stretch; dehnbar, elastisch
    reversible: reversible; wendbar
    LIST;

    public const SUPERLATIVES = <<<'LIST'
    best: best, the very best; beste, bester, bestes, besten
    cheapest: cheapest, lowest price, lowest prices, unbeatable price; billigste, günstigste, tiefstpreis
    finest: finest; feinste, edelste
    first: number one, no 1, nr 1, number 1; nummer eins, nr 1
    unbeatable: unbeatable, unrivalled, unmatched, second to none; unschlagbar, unübertroffen, konkurrenzlos
    most popular: most popular, best selling, bestselling, bestseller; beliebteste, meistverkauft, bestseller
    strongest: strongest, most durable, toughest; stärkste, haltbarste, robusteste
    lightest: lightest; leichteste
    brightest: brightest; hellste
    largest: largest, biggest; größte
    safest: safest; sicherste
    only: the only one, one of a kind; einzigartig, einmalig
    guaranteed best: world's best, world class; weltbeste, weltklasse
    LIST;

    public const FREE = <<<'LIST'
    free delivery: free delivery, free shipping, delivery is free; versandkostenfrei, portofrei, frei haus
    free delivery: ships free, shipped free, delivered free; kostenloser versand, kostenlose lieferung
    free delivery: postage free; gratis versand
    free returns: free returns, free return, returns are free; kostenlose rückgabe, kostenloser rückversand
    free gift: free gift, free sample, free samples; gratis geschenk, gratisprobe, kostenlose probe
    for free: for free, free of charge, at no charge, at no extra cost; kostenlos, gratis, umsonst
    LIST;
}

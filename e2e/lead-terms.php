<?php

declare(strict_types=1);

// Reads a JSON list of pairs of text and term, and answers a JSON list that says of each whether the term stands in it.
use Orchard\Core\Wording\LeadTerm;

require dirname(__DIR__).'/vendor/autoload.php';
$pairs = json_decode((string) stream_get_contents(STDIN), true, flags: JSON_THROW_ON_ERROR);
echo json_encode(array_map(static fn (array $pair): bool => LeadTerm::standsIn(...$pair), $pairs));

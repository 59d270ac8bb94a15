<?php

declare(strict_types=1);

namespace App\Access\Http;

use App\Platform\Typed;
use Closure;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;
use Symfony\Component\HttpFoundation\Response;

/**
 * Holds what a script asks to the description in resources/api/openapi.json: parameters that are not described, or
 * values that they cannot have, are refused by name. A mistyped filter would otherwise be answered with numbers of
 * something else.
 */
final class AskedAsDescribed
{
    /** By which the description is known to the validator. */
    private const NAME = 'https://young-orchard.invalid/openapi.json';

    public function handle(Request $request, Closure $next): Response
    {
        $file = (string) file_get_contents(resource_path('api/openapi.json'));
        $description = Typed::map($file);
        $path = substr('/'.$request->route()?->uri(), strlen('/api/v1'));
        $method = strtolower($request->method() === 'HEAD' ? 'GET' : $request->method());
        $asked = self::part($description, 'paths', $path, $method);
        $known = [];
        foreach (self::part($asked, 'parameters') as $parameter) {
            $parameter = Typed::map($parameter);
            if (isset($parameter['$ref'])) {
                $name = basename(Typed::text($parameter['$ref']));
                $parameter = self::part($description, 'components', 'parameters', $name);
            }
            if ($parameter['in'] === 'query') {
                $known[Typed::text($parameter['name'])] = self::part($parameter, 'schema');
            }
        }
        $wrong = [];
        if (self::part($asked, 'requestBody', 'content', 'application/json') !== []) {
            $wrong = self::body($request, $file, $path, $method);
        }
        foreach ($request->query() as $name => $value) {
            $problem = isset($known[$name])
                ? self::problem($known[$name], $value)
                : 'is not known here; known are: '.(implode(', ', array_keys($known)) ?: 'none').'.';
            if ($problem !== null) {
                $wrong[(string) $name] = $problem;
            }
        }
        if ($wrong !== []) {
            throw ValidationException::withMessages($wrong);
        }

        /** @var Response */
        return $next($request);
    }

    /** @return array<string, string> what is wrong with the body, by its place in it */
    private static function body(Request $request, string $file, string $path, string $method): array
    {
        $given = json_decode($request->getContent(), false, 32);
        if ($given === null) {
            return ['body' => 'is no JSON.'];
        }
        $validator = new Validator();
        $validator->setMaxErrors(20);
        $validator->resolver()?->registerRaw($file, self::NAME);
        $place = str_replace(['~', '/', '{', '}'], ['~0', '~1', '%7B', '%7D'], $path);
        $error = $validator
            ->validate($given, self::NAME."#/paths/$place/$method/requestBody/content/application~1json/schema")
            ->error();
        $wrong = [];
        foreach ($error === null ? [] : (new ErrorFormatter())->format($error, false) as $at => $words) {
            $wrong[
                trim((string) $at, '/') === '' ? 'body' : str_replace('/', '.', trim((string) $at, '/'))
            ] = is_string($words) ? $words : 'is not as it is described.';
        }

        return $wrong;
    }

    /**
     * @param  array<array-key, mixed>  $of
     * @return array<string, mixed> what stands there under these names, one in the other; empty where nothing does
     */
    private static function part(array $of, string ...$names): array
    {
        foreach ($names as $name) {
            $of = Typed::map($of[$name] ?? null);
        }

        return Typed::map($of);
    }

    /** @param  array<array-key, mixed>  $schema  type, and enum, pattern, minimum and maximum where they are given */
    private static function problem(array $schema, mixed $value): ?string
    {
        if (! is_string($value)) {
            return 'is given more than once, or as a list.';
        }
        $isNumber = ctype_digit($value) && strlen($value) < 16;

        $choices = Typed::texts(self::part($schema, 'enum'));
        $least = Typed::int($schema['minimum'] ?? 0);
        $most = Typed::int($schema['maximum'] ?? PHP_INT_MAX);

        return match (true) {
            $choices !== [] && ! in_array($value, $choices, true) => 'is none of: '.implode(', ', $choices).'.',
            $schema['type'] === 'integer' && ! $isNumber => 'is no whole number.',
            $schema['type'] === 'integer' && ((int) $value < $least || (int) $value > $most) => "is not between $least and ".(isset($schema['maximum']) ? $most : 'any').'.',
            isset($schema['pattern']) && preg_match('~'.Typed::text($schema['pattern']).'~', $value) !== 1 => 'is not as it was given out; take "next" of the answer before, unchanged.',
            default => null,
        };
    }
}

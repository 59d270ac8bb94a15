<?php

declare(strict_types=1);

namespace App\Access\Http;

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
        $description = (array) json_decode($file, true, flags: JSON_THROW_ON_ERROR);
        $path = substr('/'.$request->route()?->uri(), strlen('/api/v1'));
        $method = strtolower($request->method() === 'HEAD' ? 'GET' : $request->method());
        $asked = (array) ($description['paths'][$path][$method] ?? []);
        $known = [];
        foreach ((array) ($asked['parameters'] ?? []) as $parameter) {
            $parameter = isset($parameter['$ref'])
                ? $description['components']['parameters'][basename((string) $parameter['$ref'])]
                : $parameter;
            if ($parameter['in'] === 'query') {
                $known[(string) $parameter['name']] = (array) $parameter['schema'];
            }
        }
        $wrong = [];
        if (isset($asked['requestBody']['content']['application/json'])) {
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

    /** @param  array<array-key, mixed>  $schema  type, and enum, pattern, minimum and maximum where they are given */
    private static function problem(array $schema, mixed $value): ?string
    {
        if (! is_string($value)) {
            return 'is given more than once, or as a list.';
        }
        $isNumber = ctype_digit($value) && strlen($value) < 16;

        return match (true) {
            isset($schema['enum']) && ! in_array($value, array_map(strval(...), (array) $schema['enum']), true) => 'is none of: '.implode(', ', (array) $schema['enum']).'.',
            $schema['type'] === 'integer' && ! $isNumber => 'is no whole number.',
            $schema['type'] === 'integer' &&
                ((int) $value < ($schema['minimum'] ?? 0) || (int) $value > ($schema['maximum'] ?? PHP_INT_MAX)) => 'is not between '.($schema['minimum'] ?? 0).' and '.($schema['maximum'] ?? 'any').'.',
            isset($schema['pattern']) && preg_match('~'.$schema['pattern'].'~', $value) !== 1 => 'is not as it was '.'given out; take "next" of the answer before, unchanged.',
            default => null,
        };
    }
}

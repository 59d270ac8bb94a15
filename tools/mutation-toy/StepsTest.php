<?php

declare(strict_types=1);

require_once __DIR__.'/Steps.php';

use Tools\MutationToy\Steps;

// The boundary is left out on purpose: mutants of `>` have to survive.
it('asks more for what is heavy', function (): void {
    expect(Steps::fee(20))->toBe(22)->and(Steps::fee(1))->toBe(3);
});

<?php

declare(strict_types=1);

namespace App\Platform\Web;

use App\Platform\Database\Rows;
use Illuminate\Http\Response;

/** Whether the application and its database answer, and which instance it is: a clone may stand on the same port. */
final class HealthController
{
    public function __invoke(): Response
    {
        Rows::all('SELECT 1');

        return response("ok\n".config()->string('app.instance')."\n")->header('Content-Type', 'text/plain');
    }
}

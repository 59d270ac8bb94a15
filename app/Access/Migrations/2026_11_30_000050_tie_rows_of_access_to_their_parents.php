<?php

declare(strict_types=1);

use App\Platform\Database\ForeignKeys;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ForeignKeys::tie('memberships', 'store_id', 'stores');
        ForeignKeys::tie('memberships', 'user_id', 'users');
        ForeignKeys::tie('access_invitations', 'store_id', 'stores');
    }
};

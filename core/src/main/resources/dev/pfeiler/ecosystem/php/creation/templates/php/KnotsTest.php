<?php

declare(strict_types=1);

namespace [=namespace]\Tests;

use PHPUnit\Framework\TestCase;
use [=namespace]\Knots;

final class KnotsTest extends TestCase
{
    public function testConvertsToMetresPerSecond(): void
    {
        self::assertEqualsWithDelta(5.144, Knots::toMetresPerSecond(10), 0.001);
        self::assertSame(0.0, Knots::toMetresPerSecond(0));
    }

    public function testRejectsNegativeSpeeds(): void
    {
        $this->expectException(\InvalidArgumentException::class);
        Knots::toMetresPerSecond(-1);
    }
}

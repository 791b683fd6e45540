The wind blows at <?= htmlspecialchars((string) $knots) ?> knots.

package [=package];

import lombok.Value;

/** A speed that was read somewhere. */
@Value
class Reading {
    String place;
    double knots;
}

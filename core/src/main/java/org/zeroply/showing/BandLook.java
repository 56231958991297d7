package org.zeroply.showing;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.zeroply.ledger.ConceptMap;

/**
 * How a band of a map is told from its neighbours, for screen and paper alike.
 *
 * @param depth of its tint, from 0 for the last band to 1 for the first
 * @param isHatched every second one is, so that bands are told apart without colour
 */
public record BandLook(double depth, boolean isHatched) {
    /** The looks of the bands of a map. */
    public static Map<Integer, BandLook> of(ConceptMap map) {
        List<ConceptMap.Band> bands = map.bands();
        Map<Integer, BandLook> looks = new HashMap<>();
        for (int i = 0; i < bands.size(); i++) {
            double depth = bands.size() == 1 ? 1 : 1 - (double) i / (bands.size() - 1);
            looks.put(bands.get(i).band(), new BandLook(depth, i % 2 == 1));
        }
        return looks;
    }
}

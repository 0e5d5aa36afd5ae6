package meridian.exposure;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import meridian.scope.Filter;

/**
 * Keeps the frames of a term: where they are stored, with what they are calibrated, and how good they are.
 *
 * TODO(anna): the quality part grew out of the seeing campaign.
 */
public class FrameArchive {
	private final Map<String, List<FrameName>> framesByNight = new TreeMap<>();
	private final Map<String, Long> storedBytes = new LinkedHashMap<>();
	private long storageLimit;
	private long storageUsed;

	private final Map<Filter, Integer> flatCounts = new EnumMap<>(Filter.class);
	private int biasCount;
	private int darkCount;
	private double darkSeconds = 300;
	private double darkTemperature = -80;

	private final List<Double> qualitySeeing = new ArrayList<>();
	private final Map<String, Double> qualityByFrame = new LinkedHashMap<>();
	private double qualityLimit = 0.4;

	public FrameArchive(long storageLimit) {
		this.storageLimit = storageLimit;
	}

	// storage

	/** Stores a frame. False when the disk is full. */
	public boolean store(FrameName frame, long bytes) {
		if (bytes <= 0) {
			throw new IllegalArgumentException("empty frame " + frame.fileName());
		}
		if (storageUsed + bytes > storageLimit) {
			return false;
		}
		if (storedBytes.containsKey(frame.fileName())) {
			throw new IllegalStateException("stored already: " + frame.fileName());
		}
		storedBytes.put(frame.fileName(), bytes);
		storageUsed += bytes;
		framesByNight.computeIfAbsent(frame.night(), night -> new ArrayList<>()).add(frame);
		return true;
	}

	/** Frees the oldest nights until a share of the disk is free again; how many frames went. */
	public int freeStorage(double share) {
		int gone = 0;
		while (!framesByNight.isEmpty() && storageUsed > storageLimit * (1 - share)) {
			String oldest = framesByNight.keySet().iterator().next();
			for (FrameName frame : framesByNight.remove(oldest)) {
				storageUsed -= storedBytes.remove(frame.fileName());
				gone++;
			}
		}
		return gone;
	}

	public double storageShare() {
		return storageLimit == 0 ? 1 : (double) storageUsed / storageLimit;
	}

	public void extendStorage(long bytes) {
		storageLimit += bytes;
	}

	public List<FrameName> framesOf(String night) {
		return List.copyOf(framesByNight.getOrDefault(night, List.of()));
	}

	// calibration

	public void addFlat(Filter filter) {
		flatCounts.merge(filter, 1, Integer::sum);
	}

	public void addBias() {
		biasCount++;
	}

	/** A dark counts only when it was taken cold and long enough. */
	public void addDark(double seconds, double temperature) {
		if (seconds >= darkSeconds && temperature <= darkTemperature) {
			darkCount++;
		}
	}

	/** A new dark recipe makes the darks so far worthless. */
	public void setDarkRecipe(double seconds, double temperature) {
		if (seconds != darkSeconds || temperature != darkTemperature) {
			darkCount = 0;
		}
		darkSeconds = seconds;
		darkTemperature = temperature;
	}

	/** Whether frames in a filter can be calibrated. */
	public boolean isCalibrated(Filter filter) {
		return biasCount >= 10 && darkCount >= 5 && flatCounts.getOrDefault(filter, 0) >= 3;
	}

	public List<String> missingCalibration(Filter filter) {
		List<String> missing = new ArrayList<>();
		if (biasCount < 10) {
			missing.add((10 - biasCount) + " bias");
		}
		if (darkCount < 5) {
			missing.add((5 - darkCount) + " dark");
		}
		int flats = flatCounts.getOrDefault(filter, 0);
		if (flats < 3) {
			missing.add((3 - flats) + " flat " + filter);
		}
		return missing;
	}

	// quality

	/**
	 * Rates a frame by its seeing and its background.
	 *
	 * @param seeing width of a star in arc seconds
	 * @param background electrons a pixel
	 * @return quality from 0 to 1
	 */
	public double rateQuality(FrameName frame, double seeing, double background) {
		double sharp = seeing <= 1 ? 1 : 1 / seeing;
		double dark = background <= 200 ? 1 : 200 / background;
		double quality = sharp * dark;
		qualityByFrame.put(frame.fileName(), quality);
		qualitySeeing.add(seeing);
		return quality;
	}

	public boolean isQualityGood(FrameName frame) {
		return qualityByFrame.getOrDefault(frame.fileName(), 0.0) >= qualityLimit;
	}

	/** Median seeing so far, 0 without frames. */
	public double medianSeeing() {
		if (qualitySeeing.isEmpty()) {
			return 0;
		}
		List<Double> sorted = qualitySeeing.stream().sorted().toList();
		int middle = sorted.size() / 2;
		return sorted.size() % 2 == 1 ? sorted.get(middle) : (sorted.get(middle - 1) + sorted.get(middle)) / 2;
	}

	public void setQualityLimit(double limit) {
		if (limit < 0 || limit > 1) {
			throw new IllegalArgumentException("quality is 0 to 1: " + limit);
		}
		qualityLimit = limit;
	}

	public long countGood() {
		return qualityByFrame.values().stream().filter(quality -> quality >= qualityLimit).count();
	}
}

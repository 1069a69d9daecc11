package gavlin.core.weight;

import gavlin.core.jpeg.Chroma;
import gavlin.core.jpeg.JpegEncoder;
import gavlin.core.weight.WeightSearch.Request;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

/** What one type was tried as so far: nothing twice, and no more than so often. Several threads may ask. */
final class Trials {
    /** No type is encoded more often than this in one search; mostly four to ten do. */
    static final int MOST = 16;
    /** Of a small picture with transparency, where alpha and colour are weighed against each other. */
    private static final int MOST_OF_MARKS = 26;

    private final int most;

    private final Request request;
    private final Subject subject;
    private final Sample sample;
    private final Map<Encoding, Trial> made = new LinkedHashMap<>();

    Trials(Request request) {
        this.request = request;
        this.most = request.soonTried() && request.pixels().channels() == 4 ? MOST_OF_MARKS : MOST;
        this.subject = new Subject(request.pixels());
        this.sample = Sample.of(request.pixels());
    }

    void prepare(Encoding encoding) {
        subject.prepare(encoding);
    }

    /** The picture that is encoded. */
    Subject subject() {
        return subject;
    }

    /** A part of it that tells of the whole; null of a small one. */
    Sample sample() {
        return sample;
    }

    JpegEncoder jpeg(Chroma chroma) {
        return subject.jpeg(chroma);
    }

    /** The file, made now unless it was before. */
    Trial make(Encoding encoding) {
        synchronized (made) {
            Trial known = made.get(encoding);
            if (known != null) {
                return known;
            }
        }
        Trial trial = request.make(encoding, subject);
        synchronized (made) {
            made.putIfAbsent(encoding, trial);
        }
        return trial;
    }

    /** Side by side, as far as they are within the number. */
    void makeAll(List<Encoding> encodings) {
        encodings.stream().limit(left()).toList().parallelStream().forEach(this::make);
    }

    /** In an order that doesn't depend on threads: by settings. */
    List<Trial> all() {
        synchronized (made) {
            List<Trial> all = new ArrayList<>(made.values());
            all.sort(Comparator.comparingInt(Trial::bytes)
                    .thenComparing(trial -> trial.encoding().code()));
            return all;
        }
    }

    int left() {
        synchronized (made) {
            return most - made.size();
        }
    }

    boolean keeps(Trial trial) {
        return trial.bytes() <= request.maxBytes();
    }

    /** Of one way the heaviest that keeps the limit. */
    Optional<Trial> heaviestKeeping(Encoding.Way way) {
        return heaviestKeeping(encoding -> encoding.way() == way);
    }

    /** Of some the heaviest that keeps the limit. */
    Optional<Trial> heaviestKeeping(Predicate<Encoding> asked) {
        return all().stream()
                .filter(trial -> asked.test(trial.encoding()) && keeps(trial))
                .reduce((lighter, heavier) -> heavier);
    }

    /** Of one way the lightest that doesn't. */
    Optional<Trial> lightestBeyond(Encoding.Way way) {
        return all().stream()
                .filter(trial -> trial.encoding().way() == way && !keeps(trial))
                .findFirst();
    }
}

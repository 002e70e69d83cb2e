package raconteur.core.diagnose;

import java.util.Arrays;

/**
 * Combinations of classes with how many of each, packed: a search makes some hundred thousand of
 * them for every reading.
 */
final class Leaves {
  private static final int COUNT_BITS = 2;
  private static final int COUNT_MASK = 3;
  private static final int NOTHING = -1;

  private int width;
  private int size;
  private int[] packed = new int[1024];
  private double[] logWeights = new double[512];

  /**
   * @param width the most classes in one combination
   */
  Leaves(int width) {
    this.width = width;
  }

  void add(int[] classes, int[] counts, int depth, double logWeight) {
    makeRoom();
    for (int d = 0; d < width; d++) {
      packed[size * width + d] = d < depth ? classes[d] << COUNT_BITS | counts[d] : NOTHING;
    }
    logWeights[size++] = logWeight;
  }

  private void makeRoom() {
    if (size == logWeights.length) {
      logWeights = Arrays.copyOf(logWeights, size * 2);
    }
    if ((size + 1) * width > packed.length) {
      packed = Arrays.copyOf(packed, Math.max((size + 1) * width, packed.length * 2));
    }
  }

  int width() {
    return width;
  }

  /** Makes room for combinations of more classes. */
  void widen(int classes) {
    if (classes <= width) {
      return;
    }
    int[] wide = new int[Math.max(packed.length, logWeights.length * classes)];
    Arrays.fill(wide, NOTHING);
    for (int leaf = 0; leaf < size; leaf++) {
      System.arraycopy(packed, leaf * width, wide, leaf * classes, width);
    }
    packed = wide;
    width = classes;
  }

  /** Adds those of another, of no more classes, that are not lighter than a weight. */
  void take(Leaves other, double least) {
    for (int leaf = 0; leaf < other.size; leaf++) {
      if (other.logWeights[leaf] > least) {
        makeRoom();
        Arrays.fill(packed, size * width, (size + 1) * width, NOTHING);
        System.arraycopy(other.packed, leaf * other.width, packed, size * width, other.width);
        logWeights[size++] = other.logWeights[leaf];
      }
    }
  }

  int size() {
    return size;
  }

  double logWeight(int leaf) {
    return logWeights[leaf];
  }

  /** How many classes a combination has. */
  int depth(int leaf) {
    int depth = 0;
    while (depth < width && packed[leaf * width + depth] != NOTHING) {
      depth++;
    }
    return depth;
  }

  int classAt(int leaf, int d) {
    return packed[leaf * width + d] >> COUNT_BITS;
  }

  int countAt(int leaf, int d) {
    return packed[leaf * width + d] & COUNT_MASK;
  }
}

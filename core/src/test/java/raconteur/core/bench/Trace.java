package raconteur.core.bench;

import raconteur.core.Boards;

final class Trace {
  private Trace() {}

  public static void main(String[] args) {
    var simulated = new SimulatedBoard(Boards.KITTIWAKE_B);
    var powered = simulated.powerUp(PluggedIn.NOTHING, 1);
    var run = powered.run();
    var p = powered.processor().orElseThrow();
    long target = Long.parseLong(args[0]);
    run.runUntil(() -> p.cycles() >= target, 10_000_000_000L);
    String[] nets = args[1].split(",", -1);
    System.out.println(args[1]);
    for (int i = 0; i < 48; i++) {
      run.run(Long.parseLong(args.length > 2 ? args[2] : "62500"));
      StringBuilder s = new StringBuilder();
      for (String n : nets) {
        if (n.endsWith("*")) {
          int v = 0;
          String b = n.substring(0, n.length() - 1);
          for (int k = 0; k < 16; k++) {
            var net = powered.circuit().net(b + k);
            if (net.isPresent()) {
              int l = run.shown(net.getAsInt());
              v |= (l == 1 ? 1 : 0) << k;
              if (l > 1) {
                s.append("XZF".charAt(l - 2));
              }
            }
          }
          s.append(String.format(" %s=%04X", b, v));
        } else {
          s.append(" ").append("01XZF".charAt(run.shown(powered.circuit().net(n).orElseThrow())));
        }
      }
      System.out.println(i + ":" + s + " c" + p.cycles());
    }
  }
}

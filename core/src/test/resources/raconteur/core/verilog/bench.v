`timescale 1ns / 1ns
// Clocks the board through the same 320 rows of inputs over and over: once whole, with every line
// seen, then with each line that one output drives held low and held high, eight lines seen.
module bench;
  reg CLK, NRES, SEL;
  reg [7:0] D;
  integer row, seed;
  twelve b(CLK, NRES, SEL, D[0], D[1], D[2], D[3], D[4], D[5], D[6], D[7]);
  task step;
    begin
      if (row % 2 == 0) begin
        CLK = 0;
        #5 D = $random(seed) / 4096;
        SEL = $random(seed) / 4096;
        NRES = row >= 8;
      end else CLK = 1;
      #10;
    end
  endtask
  task whole;
    begin
      seed = 74;
      for (row = 0; row < 320; row = row + 1) begin
        step;
        $display("%b%b%b%b %b", CLK, NRES, SEL, D, {b.CHK, b.CO, b.FIELD, b.FIELD2, b.H0, b.H1, b.H2, b.H3, b.H4, b.H5, b.H6, b.H7, b.L0, b.L1, b.L2, b.L3, b.M0, b.M1, b.M2, b.M3, b.NFIELD, b.NFIELD2, b.NL0, b.NL1, b.NL2, b.NL3, b.NY3, b.O0, b.O1, b.O2, b.O3, b.O4, b.O5, b.O6, b.O7, b.OUT, b.RC1, b.RC2, b.RC3, b.S0, b.S1, b.S2, b.S3, b.V0, b.V1, b.V2, b.V3, b.VID, b.VIDX, b.Y0, b.Y1, b.Y2, b.Y3, b.Y4, b.Y5, b.Y6, b.Y7});
      end
    end
  endtask
  task held(input [8*8-1:0] line, input level);
    begin
      seed = 74;
      for (row = 0; row < 320; row = row + 1) begin
        step;
        if (row == 0) $write("%0s %b ", line, level);
        if (row >= 64) $write("%h", {b.OUT, b.CO, b.S0, b.L2, b.VIDX, b.CHK, b.NL3, b.RC3});
      end
      $display("");
    end
  endtask
  initial begin
    if ($test$plusargs("vcd")) begin
      $dumpfile("twelve.vcd");
      $dumpvars(0, b);
      seed = 74;
      for (row = 0; row < 320; row = row + 1) step;
      $finish;
    end
    $display("CLK NRES SEL D7 D6 D5 D4 D3 D2 D1 D0; CHK CO FIELD FIELD2 H0 H1 H2 H3 H4 H5 H6 H7 L0 L1 L2 L3 M0 M1 M2 M3 NFIELD NFIELD2 NL0 NL1 NL2 NL3 NY3 O0 O1 O2 O3 O4 O5 O6 O7 OUT RC1 RC2 RC3 S0 S1 S2 S3 V0 V1 V2 V3 VID VIDX Y0 Y1 Y2 Y3 Y4 Y5 Y6 Y7; OUT CO S0 L2 VIDX CHK NL3 RC3");
    whole;
    force b.H0 = 0; held("H0", 0); release b.H0;
    force b.H0 = 1; held("H0", 1); release b.H0;
    force b.H1 = 0; held("H1", 0); release b.H1;
    force b.H1 = 1; held("H1", 1); release b.H1;
    force b.H2 = 0; held("H2", 0); release b.H2;
    force b.H2 = 1; held("H2", 1); release b.H2;
    force b.H3 = 0; held("H3", 0); release b.H3;
    force b.H3 = 1; held("H3", 1); release b.H3;
    force b.RC1 = 0; held("RC1", 0); release b.RC1;
    force b.RC1 = 1; held("RC1", 1); release b.RC1;
    force b.H4 = 0; held("H4", 0); release b.H4;
    force b.H4 = 1; held("H4", 1); release b.H4;
    force b.H5 = 0; held("H5", 0); release b.H5;
    force b.H5 = 1; held("H5", 1); release b.H5;
    force b.H6 = 0; held("H6", 0); release b.H6;
    force b.H6 = 1; held("H6", 1); release b.H6;
    force b.H7 = 0; held("H7", 0); release b.H7;
    force b.H7 = 1; held("H7", 1); release b.H7;
    force b.RC2 = 0; held("RC2", 0); release b.RC2;
    force b.RC2 = 1; held("RC2", 1); release b.RC2;
    force b.V0 = 0; held("V0", 0); release b.V0;
    force b.V0 = 1; held("V0", 1); release b.V0;
    force b.V1 = 0; held("V1", 0); release b.V1;
    force b.V1 = 1; held("V1", 1); release b.V1;
    force b.V2 = 0; held("V2", 0); release b.V2;
    force b.V2 = 1; held("V2", 1); release b.V2;
    force b.V3 = 0; held("V3", 0); release b.V3;
    force b.V3 = 1; held("V3", 1); release b.V3;
    force b.RC3 = 0; held("RC3", 0); release b.RC3;
    force b.RC3 = 1; held("RC3", 1); release b.RC3;
    force b.FIELD = 0; held("FIELD", 0); release b.FIELD;
    force b.FIELD = 1; held("FIELD", 1); release b.FIELD;
    force b.NFIELD = 0; held("NFIELD", 0); release b.NFIELD;
    force b.NFIELD = 1; held("NFIELD", 1); release b.NFIELD;
    force b.FIELD2 = 0; held("FIELD2", 0); release b.FIELD2;
    force b.FIELD2 = 1; held("FIELD2", 1); release b.FIELD2;
    force b.NFIELD2 = 0; held("NFIELD2", 0); release b.NFIELD2;
    force b.NFIELD2 = 1; held("NFIELD2", 1); release b.NFIELD2;
    force b.Y0 = 0; held("Y0", 0); release b.Y0;
    force b.Y0 = 1; held("Y0", 1); release b.Y0;
    force b.Y1 = 0; held("Y1", 0); release b.Y1;
    force b.Y1 = 1; held("Y1", 1); release b.Y1;
    force b.Y2 = 0; held("Y2", 0); release b.Y2;
    force b.Y2 = 1; held("Y2", 1); release b.Y2;
    force b.Y3 = 0; held("Y3", 0); release b.Y3;
    force b.Y3 = 1; held("Y3", 1); release b.Y3;
    force b.Y4 = 0; held("Y4", 0); release b.Y4;
    force b.Y4 = 1; held("Y4", 1); release b.Y4;
    force b.Y5 = 0; held("Y5", 0); release b.Y5;
    force b.Y5 = 1; held("Y5", 1); release b.Y5;
    force b.Y6 = 0; held("Y6", 0); release b.Y6;
    force b.Y6 = 1; held("Y6", 1); release b.Y6;
    force b.Y7 = 0; held("Y7", 0); release b.Y7;
    force b.Y7 = 1; held("Y7", 1); release b.Y7;
    force b.NY3 = 0; held("NY3", 0); release b.NY3;
    force b.NY3 = 1; held("NY3", 1); release b.NY3;
    force b.VID = 0; held("VID", 0); release b.VID;
    force b.VID = 1; held("VID", 1); release b.VID;
    force b.VIDX = 0; held("VIDX", 0); release b.VIDX;
    force b.VIDX = 1; held("VIDX", 1); release b.VIDX;
    force b.CHK = 0; held("CHK", 0); release b.CHK;
    force b.CHK = 1; held("CHK", 1); release b.CHK;
    force b.OUT = 0; held("OUT", 0); release b.OUT;
    force b.OUT = 1; held("OUT", 1); release b.OUT;
    force b.L0 = 0; held("L0", 0); release b.L0;
    force b.L0 = 1; held("L0", 1); release b.L0;
    force b.L1 = 0; held("L1", 0); release b.L1;
    force b.L1 = 1; held("L1", 1); release b.L1;
    force b.L2 = 0; held("L2", 0); release b.L2;
    force b.L2 = 1; held("L2", 1); release b.L2;
    force b.L3 = 0; held("L3", 0); release b.L3;
    force b.L3 = 1; held("L3", 1); release b.L3;
    force b.NL0 = 0; held("NL0", 0); release b.NL0;
    force b.NL0 = 1; held("NL0", 1); release b.NL0;
    force b.NL1 = 0; held("NL1", 0); release b.NL1;
    force b.NL1 = 1; held("NL1", 1); release b.NL1;
    force b.NL2 = 0; held("NL2", 0); release b.NL2;
    force b.NL2 = 1; held("NL2", 1); release b.NL2;
    force b.NL3 = 0; held("NL3", 0); release b.NL3;
    force b.NL3 = 1; held("NL3", 1); release b.NL3;
    force b.S0 = 0; held("S0", 0); release b.S0;
    force b.S0 = 1; held("S0", 1); release b.S0;
    force b.S1 = 0; held("S1", 0); release b.S1;
    force b.S1 = 1; held("S1", 1); release b.S1;
    force b.S2 = 0; held("S2", 0); release b.S2;
    force b.S2 = 1; held("S2", 1); release b.S2;
    force b.S3 = 0; held("S3", 0); release b.S3;
    force b.S3 = 1; held("S3", 1); release b.S3;
    force b.CO = 0; held("CO", 0); release b.CO;
    force b.CO = 1; held("CO", 1); release b.CO;
    $finish;
  end
endmodule

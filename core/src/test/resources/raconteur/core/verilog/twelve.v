// Twelve parts of the 74 series on one board, the one of twelve.json.
module p7486(input [0:7] i, output [0:3] o);             // 1A 1B 2A 2B 3A 3B 4A 4B -> 1Y..4Y
  assign o = {i[0] ^ i[1], i[2] ^ i[3], i[4] ^ i[5], i[6] ^ i[7]};
endmodule
module twelve(input CLK, NRES, SEL, D0, D1, D2, D3, D4, D5, D6, D7);
  supply1 VCC;
  supply0 GND;
  wire H0, H1, H2, H3, RC1, H4, H5, H6, H7, RC2, V0, V1;
  wire V2, V3, RC3, FIELD, NFIELD, FIELD2, NFIELD2, Y0, Y1, Y2, Y3, Y4;
  wire Y5, Y6, Y7, M0, M1, M2, M3, NY3, VID, VIDX, CHK, OUT;
  wire L0, L1, L2, L3, NL0, NL1, NL2, NL3, S0, S1, S2, S3;
  wire CO, O0, O1, O2, O3, O4, O5, O6, O7;
  p74163 U1({NRES, CLK, GND, GND, GND, GND, VCC, VCC, VCC},
    {H0, H1, H2, H3, RC1});
  p74163 U2({NRES, CLK, GND, GND, GND, GND, RC1, VCC, RC1},
    {H4, H5, H6, H7, RC2});
  p74163 U3({NRES, CLK, GND, GND, GND, GND, H5, VCC, RC1},
    {V0, V1, V2, V3, RC3});
  p7474 U4a({NRES, V3, CLK, VCC}, {FIELD, NFIELD});
  p7474 U4b({NRES, FIELD, CLK, VCC}, {FIELD2, NFIELD2});
  p74138 U5({H2, H3, H4, GND, FIELD2, H0},
    {Y0, Y1, Y2, Y3, Y4, Y5, Y6, Y7});
  p74257 U6({D0, D1, D2, D3, H0, H1, H2, H3, SEL, Y3},
    {M0, M1, M2, M3});
  p74257 U7({V0, V1, V2, V3, D4, D5, D6, D7, SEL, NY3},
    {M0, M1, M2, M3});
  p74166 U8({Y0, CLK, GND, FIELD2, M0, M1, M2, M3, D0, D1, D2, D3, NRES},
    {VID});
  p7486 U9({Y3, VCC, VID, FIELD, H0, V0, CHK, VIDX},
    {NY3, VIDX, CHK, OUT});
  p74175 U10({M0, M1, M2, M3, CLK, NRES},
    {L0, L1, L2, L3, NL0, NL1, NL2, NL3});
  p74283 U11({L0, L1, L2, L3, H0, H1, H2, H3, FIELD},
    {S0, S1, S2, S3, CO});
  p74373 U12({S0, S1, S2, S3, CO, CHK, VIDX, OUT, CLK, SEL},
    {O0, O1, O2, O3, O4, O5, O6, O7});
endmodule

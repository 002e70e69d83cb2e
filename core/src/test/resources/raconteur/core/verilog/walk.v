// One part at a time: from the level START everywhere, one random input after the other turned
// over; the input CLOCK, where one is named, three times of four.
module walk;
  reg [0:`NI-1] i;
  wire [0:`NO-1] o;
  integer row, seed, pick;
  `PART part(i, o);
  initial begin
    seed = 1981;
    i = `START;
    for (row = 0; row < `ROWS; row = row + 1) begin
      #10 $display("%b %b", i, o);
      pick = $unsigned($random(seed)) / 4096 % `NI;
      if (`CLOCK >= 0 && $unsigned($random(seed)) / 4096 % 4 > 0) pick = `CLOCK;
      i[pick] = ~i[pick];
    end
  end
endmodule

% Loops of a servo by Octave's control package, from the textbook and without a look at Gallop's code:
%   octave --no-gui core/spec/tools/loops.m > core/spec/tools/loops.json
% Two things of each loop: the open response of the speed loop at some frequencies, out of its parts (the discrete ones
% as functions of z, the mechanics as one of s), and the margins of a rational loop by margin(), the mechanics held over
% a period. The second is another loop, by half a period; its coefficients come along.
1;
function r = ifelse_(c, a, b)
  if c, r = a; else r = b; end
end
function t = list_(v)
  t = strjoin(arrayfun(@(x) sprintf("%.16g", x), v(:)', "UniformOutput", false), ",");
end
pkg load control
rand("seed", 20261130); rand("state", 20261130);
T1 = 1/16000; T2 = 2*T1;
z = tf("z", T1); s = tf("s");
frequencies = [2 5 10 20 40 60 80 120 200 300 450 700 1000 1500];
printf("[\n");
count = 24;
for k = 1:count
  R = 0.3*10^rand(); L = R*(2e-3 + 6e-3*rand()); bw = 500 + 500*rand();
  J = 1e-5*30^rand(); B = J*2*rand();
  two = mod(k, 3) != 0;
  ratio = 0.3 + 6*rand(); fa = 30*6^rand(); zeta = 0.01 + 0.05*rand();
  J1 = J; J2 = 0; K = 0; D = 0;
  if two
    J2 = J*ratio; K = J2*(2*pi*fa)^2; D = 2*zeta*sqrt(K*J1*J2/(J1 + J2));
    P = minreal(tf([J2 D K], [J1*J2, D*(J1 + J2) + B*J2, K*(J1 + J2) + B*D, B*K]), 1e-12);
  else
    P = tf(1, [J B]);
  end
  f0 = 15 + 45*rand(); zt = 0.7 + 0.5*rand();
  Kp = 2*zt*2*pi*f0*(J1 + J2); Ti = 2*zt/(2*pi*f0);
  ff = 200 + 800*rand(); lp = 0; if mod(k, 2) == 0, lp = 300 + 1200*rand(); end
  nn = mod(k, 3);
  C = Kp*(1 + T2/Ti/(z^2 - 1));
  notches = "";
  for n = 1:nn
    fn = 60*12^rand(); wn = fn*(0.2 + 0.6*rand()); dn = 0.5 + 0.45*rand();
    % bilinear, bent to meet the middle; the width of the analogue notch so that both -3 dB points of a whole one are
    % wn apart in what comes out
    w0 = 2/T2*tan(pi*fn*T2); a = tan(pi*wn*T2)*(1 + tan(pi*fn*T2)^2); Bw = a*2/T2;
    q = 2/T2*(z^2 - 1)/(z^2 + 1);
    C = C*(q^2 + (1 - dn)*Bw*q + w0^2)/(q^2 + Bw*q + w0^2);
    notches = [notches, sprintf("%s[%.10g,%.10g,%.10g]", ifelse_(n > 1, ",", ""), fn, wn, dn)];
  end
  F = 1; al = 1 - exp(-2*pi*ff*T2); F = al*z^2/(z^2 - (1 - al));
  if lp > 0, be = 1 - exp(-2*pi*lp*T2); C = C*be*z^2/(z^2 - (1 - be)); end
  Ci = 2*pi*bw*L + 2*pi*bw*R*T1/(z - 1);
  Gi = c2d(tf(1, [L R]), T1, "zoh")/z;
  Ki = feedback(Ci*Gi, 1);
  hold_ = (1 + 1/z)/2;
  w = 2*pi*frequencies;
  parts = C*hold_*F*(1 - 1/z^2)/T2;
  at = squeeze(freqresp(parts, w)).*squeeze(freqresp(Ki, w)).*squeeze(freqresp(P, w))./(i*w(:));
  % as rational a loop as margin() stands: delay by Pade, current loop of second order, one notch, time in units of 10 ms
  u = 100; p = tf("s"); [dn_, dd_] = padecoef(1.5*T2*u, 3);
  if two
    m = tf([J2 D/u K/u^2]/u, [J1*J2, (D*(J1 + J2) + B*J2)/u, (K*(J1 + J2) + B*D)/u^2, B*K/u^3]);
  else
    m = tf(1/u, [J B/u]);
  end
  wc = 2*pi*bw/u; wn_ = 2*pi*120*3^rand()/u;
  open_ = Kp*(1 + 1/(Ti*u*p))*m*tf(wc^2, [1 1.4*wc wc^2])*tf(dn_, dd_)*tf([1 0.2*wn_ wn_^2], [1 wn_ wn_^2]);
  [num, den] = tfdata(open_, "v");
  [gm, pm, wg, wp] = margin(open_);
  wg = wg*u; wp = wp*u;
  printf('{"resistance":%.12g,"inductance":%.12g,"bandwidth":%.12g,', R, L, bw);
  printf('"j1":%.12g,"j2":%.12g,"k":%.12g,"d":%.12g,"b":%.12g,', J1, J2, K, D, B);
  printf('"kp":%.12g,"ti":%.12g,"filter":%.12g,"low_pass":%.12g,"notches":[%s],', Kp, Ti, ff, lp, notches);
  printf('"decibels":[%s],"degrees":[%s],', list_(20*log10(abs(at))), list_(arg(at)*180/pi));
  printf('"numerator":[%s],"denominator":[%s],', list_(num), list_(den));
  printf('"gain_margin":%.8g,"phase_margin":%.8g,', 20*log10(gm), pm);
  printf('"crossover":%.8g,"turn":%.8g}', wp/2/pi, wg/2/pi);
  printf("%s\n", ifelse_(k < count, ",", ""));
end
printf("]\n");

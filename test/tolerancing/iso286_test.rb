# frozen_string_literal: true

require 'test_helper'

# Every worked example of standards.md 16.1 (ISO 286), in mm.
class Iso286Test < CoreTest
  # id, size, hole, shaft, hole upper, lower, shaft upper, lower, greatest and least clearance, kind
  FITS = [
    ['TV-FIT-01', 25, 'H7', 'g6', 0.021, 0, -0.007, -0.020, 0.041, 0.007, 'clearance'],
    ['TV-FIT-02', 40, 'H7', 'p6', 0.025, 0, 0.042, 0.026, -0.001, -0.042, 'interference'],
    ['TV-FIT-03', 20, 'H8', 'f7', 0.033, 0, -0.020, -0.041, 0.074, 0.020, 'clearance'],
    ['TV-FIT-04', 50, 'H7', 'k6', 0.025, 0, 0.018, 0.002, 0.023, -0.018, 'transition'],
    ['TV-FIT-05', 100, 'H7', 's6', 0.035, 0, 0.093, 0.071, -0.036, -0.093, 'interference'],
    ['TV-FIT-06', 30, 'K7', 'h6', 0.006, -0.015, 0, -0.013, 0.019, -0.015, 'transition'],
    ['TV-FIT-07', 120, 'P7', 'h6', -0.024, -0.059, 0, -0.022, -0.002, -0.059, 'interference'],
    ['TV-FIT-08', 18, 'H7', 'n6', 0.018, 0, 0.023, 0.012, 0.006, -0.023, 'transition'],
    ['TV-FIT-09', 65, 'H7', 'r6', 0.030, 0, 0.060, 0.041, -0.011, -0.060, 'interference'],
    ['TV-FIT-10', 66, 'H7', 'r6', 0.030, 0, 0.062, 0.043, -0.013, -0.062, 'interference'],
    ['TV-FIT-11', 10, 'H9', 'd9', 0.036, 0, -0.040, -0.076, 0.112, 0.040, 'clearance'],
    ['TV-FIT-12', 6, 'H8', 'e8', 0.018, 0, -0.020, -0.038, 0.056, 0.020, 'clearance'],
    ['TV-FIT-13', 3, 'H7', 'm6', 0.010, 0, 0.008, 0.002, 0.008, -0.008, 'transition'],
    ['TV-FIT-14', 60, 'H7', 'js6', 0.030, 0, 0.0095, -0.0095, 0.0395, -0.0095, 'transition'],
    ['TV-FIT-15', 250, 'H7', 'u6', 0.046, 0, 0.313, 0.284, -0.238, -0.313, 'interference'],
    ['TV-FIT-16', 30, 'H11', 'c11', 0.130, 0, -0.110, -0.240, 0.370, 0.110, 'clearance'],
    ['TV-FIT-17', 35, 'F8', 'h7', 0.064, 0.025, 0, -0.025, 0.089, 0.025, 'clearance'],
    ['TV-FIT-18', 16, 'N7', 'h6', -0.005, -0.023, 0, -0.011, 0.006, -0.023, 'transition'],
    ['TV-FIT-19', 500, 'H8', 'f7', 0.097, 0, -0.068, -0.131, 0.228, 0.068, 'clearance'],
    ['TV-FIT-20', 8, 'P9', 'h9', -0.015, -0.051, 0, -0.036, 0.021, -0.051, 'transition']
  ].freeze
  # id, size, class, upper, lower
  SINGLE = [
    ['TV-SH-01', 60, 'js6', 0.0095, -0.0095],
    ['TV-HO-01', 80, 'N7', -0.009, -0.039],
    ['TV-HO-15', 25, 'R7', -0.020, -0.041],
    ['TV-SH-02', 25, 'js7', 0.0105, -0.0105],
    ['TV-HO-02', 25, 'K7', 0.006, -0.015],
    ['TV-HO-16', 25, 'S7', -0.027, -0.048],
    ['TV-SH-03', 3, 'h9', 0, -0.025],
    ['TV-HO-03', 25, 'K6', 0.002, -0.011],
    ['TV-HO-17', 100, 'S7', -0.058, -0.093],
    ['TV-SH-04', 3.5, 'h9', 0, -0.030],
    ['TV-HO-04', 25, 'K8', 0.010, -0.023],
    ['TV-HO-18', 2, 'K7', 0, -0.010],
    ['TV-SH-05', 18, 'm6', 0.018, 0.007],
    ['TV-HO-05', 25, 'M7', 0, -0.021],
    ['TV-HO-19', 2, 'M7', -0.002, -0.012],
    ['TV-SH-06', 18.01, 'm6', 0.021, 0.008],
    ['TV-HO-06', 25, 'M8', 0.004, -0.029],
    ['TV-HO-20', 2, 'N7', -0.004, -0.014],
    ['TV-SH-07', 100, 's6', 0.093, 0.071],
    ['TV-HO-07', 280, 'M6', -0.009, -0.041],
    ['TV-HO-21', 2, 'P7', -0.006, -0.016],
    ['TV-SH-08', 101, 's6', 0.101, 0.079],
    ['TV-HO-08', 25, 'N8', -0.003, -0.036],
    ['TV-HO-22', 70, 'G7', 0.040, 0.010],
    ['TV-SH-09', 12, 'k6', 0.012, 0.001],
    ['TV-HO-09', 25, 'N9', 0, -0.052],
    ['TV-HO-23', 45, 'F8', 0.064, 0.025],
    ['TV-SH-10', 12, 'k8', 0.027, 0],
    ['TV-HO-10', 2, 'N9', -0.004, -0.029],
    ['TV-HO-24', 45, 'E9', 0.112, 0.050],
    ['TV-SH-11', 400, 'e8', -0.125, -0.214],
    ['TV-HO-11', 25, 'P7', -0.014, -0.035],
    ['TV-HO-25', 45, 'D10', 0.180, 0.080],
    ['TV-SH-12', 55, 'f7', -0.030, -0.060],
    ['TV-HO-12', 25, 'P6', -0.018, -0.031],
    ['TV-HO-26', 50, 'JS9', 0.031, -0.031],
    ['TV-SH-13', 140, 'r6', 0.088, 0.063],
    ['TV-HO-13', 25, 'P8', -0.022, -0.055],
    ['TV-HO-27', 300, 'P7', -0.036, -0.088],
    ['TV-SH-14', 45, 'd9', -0.080, -0.142],
    ['TV-HO-14', 8, 'P9', -0.015, -0.051],
    ['TV-HO-28', 500, 'N7', -0.017, -0.080]
  ].freeze

  FITS.each do |id, size, hole, shaft, es, ei, upper, lower, greatest, least, kind|
    define_method("test_#{id.downcase.tr('-', '_')}") do
      h = Tolerancing::Iso286.deviations(hole, size)
      s = Tolerancing::Iso286.deviations(shaft, size)
      [es, ei].zip(h).each { |want, got| assert_in_delta want, got, 1e-9, id }
      [upper, lower].zip(s).each { |want, got| assert_in_delta want, got, 1e-9, id }
      assert_in_delta greatest, h[0] - s[1], 1e-9
      assert_in_delta least, h[1] - s[0], 1e-9
      assert_equal kind, h[1] >= s[0] ? 'clearance' : (h[0] <= s[1] ? 'interference' : 'transition')
    end
  end

  SINGLE.each do |id, size, code, upper, lower|
    define_method("test_#{id.downcase.tr('-', '_')}") do
      [upper, lower].zip(Tolerancing::Iso286.deviations(code, size))
        .each { |want, got| assert_in_delta want, got, 1e-9, id }
    end
  end

  def test_codes_outside_the_tables_are_refused_in_words
    assert_equal '600 mm is outside the tables of ISO 286 (above 0 up to 500 mm)',
                 assert_raises(Tolerancing::Iso286::OutOfTables) { Tolerancing::Iso286.deviations('H7', 600) }.message
    assert_equal "'Q7' is not a tolerance class of ISO 286",
                 assert_raises(Tolerancing::Iso286::OutOfTables) { Tolerancing::Iso286.deviations('Q7', 6) }.message
  end
end

# frozen_string_literal: true

require 'step_helper'
require 'step_mutation'
require 'timeout'

# Files that are broken or mean harm: refused in words or read in part with a report; never a crash, a hang or a flood.
class StepHostileTest < StepTest
  def outcome(bytes, seconds: 20)
    Timeout.timeout(seconds) { STEP::Import.read(bytes).model }
  rescue STEP::Unreadable => e
    assert_operator e.message.size, :>, 20
    e
  end

  def test_a_file_cut_off_anywhere
    text = sample('plate-4')
    rng = Random.new(3)
    12.times { outcome(text[0, rng.rand(text.size)]) }
  end

  # Bytes, numbers, references and whole records changed at random; bench/fuzz_step.rb runs this long.
  def test_mutated_samples
    names = %w[plate-4 tee torus annotated-plate flange]
    rng = Random.new(11)
    outcomes = Array.new(25) { |i| outcome(StepMutation.of(sample(names[i % names.size]), rng)) }
    assert(outcomes.any? { |o| o.is_a?(Modelling::Model) }, 'some are still read')
  end

  def test_references_in_a_circle
    s = StepSketch.new
    text = s.file(s.solid(*s.box([0.0, 0.0, 0.0], [1.0, 1.0, 1.0])))
    assert_kind_of Modelling::Model, outcome(text)
    curve =
      file(
        "#1=TRIMMED_CURVE('',#2,(PARAMETER_VALUE(0.)),(PARAMETER_VALUE(1.)),.T.,.PARAMETER.);" \
        "#2=TRIMMED_CURVE('',#1,(PARAMETER_VALUE(0.)),(PARAMETER_VALUE(1.)),.T.,.PARAMETER.);" \
        "#3=EDGE_CURVE('',#4,#4,#1,.T.);#4=VERTEX_POINT('',#5);#5=CARTESIAN_POINT('',(0.,0.,0.));" \
        "#6=ORIENTED_EDGE('',*,*,#3,.T.);#7=EDGE_LOOP('',(#6));#8=FACE_BOUND('',#7,.T.);#9=PLANE('',#10);" \
        "#10=AXIS2_PLACEMENT_3D('',#5,$,$);" \
        "#11=ADVANCED_FACE('',(#8),#9,.T.);#12=CLOSED_SHELL('',(#11));#13=MANIFOLD_SOLID_BREP('',#12);" \
        "#14=ADVANCED_BREP_SHAPE_REPRESENTATION('',(#13),$);"
      )
    assert_match(/curves refer to each other/, outcome(curve).message)
  end

  def test_an_assembly_that_contains_itself
    text =
      file(
        "#1=PRODUCT('A','A','',());#2=PRODUCT_DEFINITION_FORMATION('','',#1);#3=PRODUCT_DEFINITION('','',#2,$);" \
        "#4=NEXT_ASSEMBLY_USAGE_OCCURRENCE('1','loop','',#3,#3,$);"
      )
    assert_match(/the product structure refers to itself \(A\)/, outcome(text).message)
  end

  def test_huge_counts_and_numbers
    many = "ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\n#{"#1=A();\n" * 1000}ENDSEC;\nEND-ISO-10303-21;\n"
    outcome(many)
    knots = sample('tee').sub(/B_SPLINE_CURVE_WITH_KNOTS\('',3,/, "B_SPLINE_CURVE_WITH_KNOTS('',900000000,")
    assert_kind_of Modelling::Model, outcome(knots)
    assert_includes outcome(
      sample('plate-4').gsub(
        /CARTESIAN_POINT\('',\(0\.,0\.,20\.\)\)/,
        "CARTESIAN_POINT('',(1.E300,0.,0.))"
      )
    ).then { |o| o.is_a?(STEP::Unreadable) ? o.message : o.report.map { |l| l[:meaning] }.join },
                    'out of bounds'
  end

  def test_zero_length_edges_and_vectors
    outcome(sample('plate-4').gsub(/DIRECTION\('',\(1\.,0\.,-?0\.\)\)/, "DIRECTION('',(0.,0.,0.))"))
    s = StepSketch.new
    tiny = s.face(s.plane([0.0, 0.0, 0.0]), s.polygon([0.0, 0.0, 0.0], [1e-12, 0.0, 0.0], [0.0, 1e-12, 0.0]))
    assert_kind_of STEP::Unreadable, outcome(s.file(s.solid(tiny)))
  end

  def test_too_large_a_file_is_not_read
    big = 'ISO-10303-21;'.ljust(STEP::Part21::MAX_BYTES + 1)
    assert_match(/at most 64 MB are read/, outcome(big).message)
  end

  # The dash of a person who renames things.
  def test_other_formats_under_the_name_of_step
    ['%PDF-1.4', "\x89PNG\r\n", '<?xml version="1.0"?>', '', "nockplane: recipe/1\nname: x"].each do |t|
      assert_match(/not a STEP file/, outcome(t).message)
    end
  end
end

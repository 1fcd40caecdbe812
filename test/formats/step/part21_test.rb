# frozen_string_literal: true

require 'step_helper'

# ISO 10303-21 clear text, record by record.
class Part21Test < StepTest
  def args(text) = part21("#1=THING(#{text});")[1].args

  def test_every_kind_of_parameter
    found = args("1,-2.5,3.E-2,.T.,$,*,#7,'x',(1,(2,3)),LENGTH_MEASURE(4.),\"0FF\",()")
    assert_equal [1, -2.5, 0.03, :T, nil, :*], found[0, 6]
    assert_equal 7, found[6].id
    assert_equal ['x', [1, [2, 3]]], found[7, 2]
    assert_equal ['LENGTH_MEASURE', 4.0], [found[9].type, found[9].value]
    assert_equal ['0FF', []], [found[10].hex, found[11]]
  end

  def test_numbers_as_the_standard_writes_them
    assert_equal [5e-2, -0.0, 1e10, 12, 0.5], args('5.E-02,-0.,1.E+10,+12,0.5')
  end

  def test_strings_in_every_encoding
    {
      "'it''s'" => "it's",
      "'\\X\\E9t\\X\\E9'" => 'été',
      "'\\X2\\00D8\\X0\\10'" => 'Ø10',
      "'\\X4\\0001F529\\X0\\'" => "\u{1F529}",
      "'\\S\\i'" => 'é',
      "'\\PB\\\\S\\1'" => 'ą',
      "'a\\\\b'" => 'a\\b',
      "'ä'" => 'ä',
      "'two\r\nlines'" => 'twolines'
    }.each { |raw, words| assert_equal [words], args(raw), raw }
  end

  def test_bytes_that_are_no_utf8_are_taken_as_latin
    assert_equal ['Stück'], STEP::Part21.new(file("#1=THING('St\xFCck');".b))[1].args
  end

  def test_written_strings_are_read_back
    ["it's", 'a\\b', 'Ø10 – é', "\u{1F529} bolt", ''].each { |s| assert_equal [s], args(STEP::Encoding.encode(s)) }
  end

  def test_comments_and_line_breaks_anywhere
    found =
      part21(
        "/* #9=NOT(1); */ #1 /* id */ =\r\n /* ; ' */ THING /* here */ (\r\n1 /* one */ ,\n'a;b/*c*/'\n)\n;#2=OTHER();"
      )
    assert_equal [1, 'a;b/*c*/'], found[1].args
    assert_equal 2, found.size
  end

  def test_complex_instances_forward_references_and_several_data_sections
    text = file("#2=(B('b')A(#1)C());\nENDSEC;\nDATA('second',('X'));\n#1=LATE(5);")
    found = STEP::Part21.new(text)
    assert_equal [%w[B A C], 'COMPLEX'], [found[2].leaves.keys, found[2].type]
    assert_equal [5], found.at(found[2].args('A')[0]).args
    assert_equal [found[2]], found.all('A')
  end

  def test_header
    assert_equal [['AP242 { 1 0 }']],
                 STEP::Part21.new(file('#1=A();', header: "FILE_SCHEMA(('AP242 { 1 0 }'));")).header['FILE_SCHEMA']
  end

  def test_what_is_wrong_is_told_with_its_place
    broken = part21("#1=A(#9);\n#2=B((1,2);\n#3=C(1e99);\n#4=D(#{'(' * 60}1#{')' * 60});")
    assert_equal '#9 is referred to but not in the file',
                 assert_raises(STEP::Unusable) { broken.at(broken[1][0]) }.message
    assert_match(/\A#2 \(line 7\): a list is not closed/, assert_raises(STEP::Unusable) { broken[2] }.message)
    assert_match(/#3 \(line 8\): the number 1e99 is out of bounds/, assert_raises(STEP::Unusable) { broken[3] }.message)
    assert_match(/more than 40 deep/, assert_raises(STEP::Unusable) { broken[4] }.message)
  end

  def test_statements_that_are_no_records_are_counted
    assert_equal [1, 1], part21("#1=A();\n#x=B();").then { |f| [f.size, f.skipped] }
  end

  def test_units_of_a_context
    metres =
      part21(
        "#1=(LENGTH_UNIT()NAMED_UNIT(*)SI_UNIT($,.METRE.));" \
        "#2=(NAMED_UNIT(*)PLANE_ANGLE_UNIT()CONVERSION_BASED_UNIT('DEGREE',#3));" \
        "#3=PLANE_ANGLE_MEASURE_WITH_UNIT(PLANE_ANGLE_MEASURE(0.0174532925199433),#4);" \
        '#4=(NAMED_UNIT(*)PLANE_ANGLE_UNIT()SI_UNIT($,.RADIAN.));' \
        '#5=(GEOMETRIC_REPRESENTATION_CONTEXT(3)GLOBAL_UNIT_ASSIGNED_CONTEXT((#1,#2))REPRESENTATION_CONTEXT(\'\',' \
        '\'\'));'
      )
    units = STEP::Units.new(metres, metres[5])
    assert_equal 1000.0, units.mm
    assert_in_delta Math::PI / 180, units.radians, 1e-12
  end

  def test_files_that_are_no_step_files
    assert_match(/ZIP archive/, refusal("PK\x03\x04#{'x' * 50}".b))
    assert_match(/does not begin with ISO-10303-21/, refusal('hello'))
    assert_match(/no DATA section/, refusal("ISO-10303-21;\nHEADER;\nENDSEC;\n"))
    assert_match(/not closed; the file may be cut off/, refusal("ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\n#1=A('abc;\n"))
    assert_match(/no solid, shell or tessellated shape/, refusal(file("#1=CARTESIAN_POINT('',(0.,0.,0.));")))
  end
end

# frozen_string_literal: true

require 'test_helper'

# Columns of tables as they are written, and what they make of words.
class ColumnTest < CoreTest
  Column = Nockplane::Drawings::Tables::Column

  def test_a_line_and_back
    {
      'name = Description, 60' => {
        'field' => 'name',
        'title' => 'Description',
        'width' => 60.0
      },
      'mass = Mass, kg, 20, right, 2 decimals' => {
        'field' => 'mass',
        'title' => 'Mass, kg',
        'width' => 20.0,
        'align' => 'right',
        'decimals' => 2
      },
      'number = No., 12.5, upper' => {
        'field' => 'number',
        'title' => 'No.',
        'width' => 12.5,
        'case' => 'upper'
      }
    }.each do |line, column|
      assert_equal column, Column.parse(line)
      assert_equal column, Column.parse(Column.line(column)), 'read again'
    end
  end

  def test_what_is_no_column
    [
      'name',
      'name = Description',
      'name = D, wide',
      'name = D, 20, sideways',
      'name = D, 20, 9 decimals'
    ].each { |line| assert_nil Column.parse(line), line }
  end

  def test_words_by_the_column
    written = ->(words, **column) { Column.written(column.transform_keys(&:to_s), words, ',') }
    assert_equal '1,50 kg', written['1.5 kg', decimals: 2]
    assert_equal '2', written['1,5', decimals: 0]
    assert_equal 'M4 screw', written['M4 screw', decimals: 2], 'no number stands first'
    assert_equal 'LID', written['Lid', case: 'upper']
    assert_equal '', written[nil, decimals: 2, case: 'lower']
    assert_equal 'Lid', written['Lid']
  end
end

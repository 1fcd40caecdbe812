# frozen_string_literal: true

module App
  # Records and texts that have every one of some words; capitals make no difference.
  module Matching
    MOST_WORDS = 6

    module_function

    # The words that are looked for.
    def words(text) = text.to_s.downcase.split.first(MOST_WORDS)

    # Records of which one of some columns has a word, as it stands (% and _ are no signs of their own).
    def having(records, word, *columns)
      like = "%#{ActiveRecord::Base.sanitize_sql_like(word, '!')}%"
      records.where(
        columns.map { |c| "LOWER(#{records.table_name}.#{c}) LIKE :word ESCAPE '!'" }.join(' OR '),
        word: like
      )
    end

    # Records whose columns, taken together, have all of them.
    def of(records, text, *columns) = words(text).reduce(records) { |found, word| having(found, word, *columns) }

    # The same of plain words: does a text have them all?
    def all?(text, within) = words(text).all? { |w| within.downcase.include?(w) }
  end
end

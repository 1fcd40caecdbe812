# frozen_string_literal: true

# What happened is looked for by time and by person.
class FindWhatHappenedByTime < ActiveRecord::Migration[7.2]
  def change
    %i[journal_entries revisions runs].each { |table| add_index table, :created_at }
    %i[journal_entries revisions].each { |table| add_index table, :author }
  end
end

# frozen_string_literal: true

module App
  module Records
    # Whether a variant of a family can be built, and what is known of it. A cache: it can be worked out again.
    class VariantBuild < ActiveRecord::Base
      belongs_to :model, class_name: 'App::Records::Model'

      def data = @data ||= JSON.parse(report)
      def fault? = state == 'fault'
      # Why it can't be built, in words.
      def words = data['words']
      # { header of a column => words } where the fault has a place in the table.
      def columns = data['columns'] || {}
    end
  end
end

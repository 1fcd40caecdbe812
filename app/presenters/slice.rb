# frozen_string_literal: true

module App
  module Presenters
    # A stretch of a long list, with ways to what lies before and after it: pages stay short and quick however much an
    # office has. name: of the list, in addresses; query: what else the address says.
    class Slice
      attr_reader :name, :total, :from

      # list: Array; asked: [name of the list, first one] as the address says them; most: how many are shown.
      def initialize(name, list, asked, most, query = {})
        @name = name
        @list = list
        @total = list.size
        @most = most
        @query = query.compact
        first = asked[0] == name ? asked[1].to_i : 0
        @from = first.clamp(0, [@total - 1, 0].max) / most * most
      end

      def shown = @list[@from, @most] || []
      def empty? = @list.empty?
      def all? = @total <= @most
      def before = @from.positive? ? href(@from - @most) : nil
      def after = @from + @most < @total ? href(@from + @most) : nil

      # "61 to 120 of 540"
      def words = "#{@from + 1} to #{[@from + @most, @total].min} of #{@total}"

      private

      def href(from) = "?#{@query.merge(list: @name, from: from).to_query}##{anchor}"
      def anchor = "list-#{@name}"
    end
  end
end

# frozen_string_literal: true

module App
  module Records
    # Long work on the queue, with its progress, by an author: total and done count items; items: [{ "what", "href",
    # "state", "words" }] where state is waiting, done, failed or skipped.
    class Run < ActiveRecord::Base
      before_create { self.author = Acting.now if author.empty? }

      def self.at(id) = find_by(id: id.to_i) || raise(Refused.new('There is no such run.', status: 404))

      def lines = JSON.parse(items)
      def over? = %w[done stopped failed].include?(state)

      # Why it is to stop.
      def stopping = reason.to_s.empty? ? 'stopped by hand' : reason
      def share = total.zero? ? 0.0 : done.fdiv(total)

      # Writes one item's outcome; href: where what was made is. (Several workers may share a run.)
      def settle(index, state, words, href: nil)
        with_lock do
          list = lines
          list[index] = list[index].merge('state' => state, 'words' => words, **(href ? { 'href' => href } : {}))
          update!(items: JSON.generate(list), done: list.count { |l| l['state'] != 'waiting' })
        end
      end
    end
  end
end

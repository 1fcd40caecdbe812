# frozen_string_literal: true

require 'io/console'

module App
  module Commands
    # The command that makes a person: for a server that is to be reached from elsewhere before anybody could log in.
    module PeopleCommands
      def self.add_to(commands)
        commands.class_eval do
          desc 'person NAME', 'makes a person of the data folder; asks for the password (a line of input)'
          option :role, default: 'lead', desc: Policy::ROLES.join(', ')
          option :renew, type: :boolean, desc: 'a new password for one that there is'
          def person(name)
            guarded do
              require_relative '../../config/application'
              next report(PeopleCommands.renewed(name)) if options[:renew]

              first = !People.any?
              raise Refused, 'The first person is a lead.' if first && options[:role] != 'lead'

              password = PeopleCommands.password
              made = first ? People.found(name, password) : People.create(name, password, options[:role])
              report({ name: made.name, role: made.role })
            end
          end
        end
      end

      def self.renewed(name)
        found = Records::Person.named(name) or raise Refused, "There is nobody called #{name}."
        People.renew(found.id, password).then { |p| { name: p.name, role: p.role } }
      end

      # A line of input, not shown where it is typed.
      def self.password
        return $stdin.gets.to_s.chomp unless $stdin.tty?

        $stderr.print 'Password: '
        $stdin.noecho(&:gets).to_s.chomp.tap { $stderr.puts }
      end
    end
  end
end
